'use client'

import { useCalled } from '@/ui/kit/InClass'
import type { RefObject } from 'react'
import { toMusic } from '@/ui/session/toMusic'
import { useDesk } from '@/ui/session/DeskProvider'

/** A measure to go to, by its number or its line and measure. Enter goes and gives the keys back to the music, Esc leaves. */
export function GoTo({ findRef, onMissing }: { findRef: RefObject<HTMLInputElement | null>; onMissing: (said: string) => void }) {
  const called = useCalled()
  const toMeasure = useDesk((d) => d.toMeasure)
  return (
    <form
      className="shrink-0"
      onSubmit={(e) => {
        e.preventDefault()
        const wanted = String(new FormData(e.currentTarget).get('measure') ?? '').trim()
        const found = wanted !== '' && toMeasure(wanted)
        onMissing(found || wanted === '' ? '' : `${called('There’s no measure')} ${wanted} here.`)
        if (!found && wanted !== '') findRef.current?.select()
        else toMusic()
      }}
    >
      <label className="flex items-center gap-1">
        <span>go to</span>
        <input
          ref={findRef}
          name="measure"
          autoComplete="off"
          aria-label={called('Go to measure')}
          placeholder={called('measure ( / )')}
          onFocus={(e) => e.currentTarget.select()}
          onKeyDown={(e) => {
            if (e.key !== 'Escape') return
            onMissing('')
            toMusic()
          }}
          className="w-[94px] rounded border border-rule bg-sheet px-1.5 placeholder:text-soft"
        />
      </label>
    </form>
  )
}
