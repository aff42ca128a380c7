'use client'

import Link from 'next/link'
import { useClassId } from '@/ui/kit/InClass'
import { classPage } from '@/api/address'
import { keyName } from '@/core/music/key'
import { meterName } from '@/core/music/time'
import type { Beginning } from '@/core/writing/begin'
import { Button } from '@/ui/kit/Button'
import { Select } from '@/ui/kit/Select'
import { KEYS, METERS } from './signatures'
import { plural } from '@/core/count'

const field = 'grid gap-0.5'

/** What a tune begins with, asked before its first note. Enter begins. */
export function Begin({ begin }: { begin: (beginning: Beginning) => void }) {
  const of = useClassId()
  return (
    <form
      aria-label="Start a tune"
      className="mx-auto grid w-full max-w-xl gap-4 px-5 py-10"
      // Enter begins from every field, also from a list.
      onKeyDown={(e) => {
        if (e.key !== 'Enter' || !(e.target instanceof HTMLSelectElement)) return
        e.preventDefault()
        e.currentTarget.requestSubmit()
      }}
      onSubmit={(e) => {
        e.preventDefault()
        const said = new FormData(e.currentTarget)
        begin({
          title: String(said.get('title') ?? ''),
          key: KEYS.find((k) => keyName(k) === said.get('key')) ?? KEYS[0],
          meter: METERS.find((m) => meterName(m) === said.get('time')) ?? METERS[0],
          pickup: Number(said.get('pickup') ?? 0),
        })
      }}
    >
      <h2 className="font-title text-2xl">How does it start?</h2>
      <label className={field}>
        Title
        <input
          name="title"
          autoFocus
          autoComplete="off"
          maxLength={200}
          placeholder="New tune"
          className="rounded border border-rule bg-sheet px-2 py-1.5 text-lead placeholder:text-soft"
        />
      </label>
      <div className="flex flex-wrap gap-x-5 gap-y-3">
        <label className={field}>
          Key
          <Select name="key" defaultValue="D major">
            {KEYS.map((k) => (
              <option key={keyName(k)}>{keyName(k)}</option>
            ))}
          </Select>
        </label>
        <label className={field}>
          Time
          <Select name="time" defaultValue="4/4">
            {METERS.map((m) => (
              <option key={meterName(m)}>{meterName(m)}</option>
            ))}
          </Select>
        </label>
        <label className={field}>
          Pickup
          <Select name="pickup" defaultValue="0">
            <option value="0">none</option>
            {[1, 2, 3].map((n) => (
              <option key={n} value={n}>
                {n} {plural(n, 'beat')}
              </option>
            ))}
          </Select>
        </label>
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <Button kind="filled" type="submit">
          Begin
        </Button>
        <span className="text-soft">Then letters type notes: a to g. You can change key and time later.</span>
      </div>
      <p>
        <Link href={classPage(of, 'line')} className="text-link underline underline-offset-2">
          Or get a sight-reading line
        </Link>{' '}
        <span className="text-soft">from what the whole class has learned.</span>
      </p>
    </form>
  )
}
