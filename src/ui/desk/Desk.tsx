'use client'

import { useCallback, useRef, useState } from 'react'
import type { Piece } from '@/core/piece/piece'
import type { Plan } from '@/core/seats/plan'
import { Bench } from '../bench/Bench'
import { Inspector } from '../inspector/Inspector'
import { Ribbon } from '../ribbon/Ribbon'
import { ScoreView } from '../score/ScoreView'
import { DeskBar } from './DeskBar'
import { DeskProvider, useDesk, useDeskStore } from './DeskProvider'
import { KeyList } from './KeyList'
import { SaveTrouble } from './SaveNote'
import { sayMoment } from './say'
import { useAutosave } from './useAutosave'
import { useDeskKeys } from './useDeskKeys'

type Start = { id: string; piece: Piece; plan: Plan; version: number; typed: boolean }

/** The desk of a piece: bench or score, the picked moment at the right, the ribbon below. */
export function Desk({ typed, ...start }: Start) {
  return (
    <DeskProvider {...start}>
      <Surface typed={typed} />
    </DeskProvider>
  )
}

function Surface({ typed }: { typed: boolean }) {
  const store = useDeskStore()
  const view = useDesk((d) => d.view)
  const said = useDesk((d) => d.said)
  const here = useDesk((d) => sayMoment(d, d.moment, d.seat))
  const troubles = useDesk((d) => Object.values(d.ensemble).reduce((n, m) => n + m.problems.length, 0))
  const nextTrouble = useDesk((d) => d.nextTrouble)
  const [help, setHelp] = useState(false)
  const [hover, setHover] = useState('')
  const find = useRef<HTMLInputElement>(null)
  useAutosave(store)
  useDeskKeys(store, { find: useCallback(() => find.current?.focus(), []), help: useCallback(() => setHelp(true), []) })
  return (
    <div className="flex h-screen min-h-[560px] flex-col">
      <DeskBar onHelp={() => setHelp(true)} typed={typed} />
      <SaveTrouble />
      <div className="flex min-h-0 grow">
        <main className="flex min-w-0 grow flex-col">
          <div className="min-h-0 grow overflow-y-auto">{view === 'bench' ? <Bench onHover={setHover} /> : <ScoreView />}</div>
          <div className="flex min-h-7 items-center justify-between gap-4 border-t border-rule px-3 py-0.5 text-[13px]">
            <p aria-live="polite" className="truncate">
              {hover || said || here}
            </p>
            {troubles > 0 && (
              <button type="button" onClick={nextTrouble} className="shrink-0 font-semibold text-madder underline underline-offset-2">
                {troubles === 1 ? '1 note' : `${troubles} notes`} beyond the class · next ( . )
              </button>
            )}
          </div>
          <Ribbon findRef={find} />
        </main>
        <div className="w-[316px] shrink-0">
          <Inspector />
        </div>
      </div>
      <KeyList open={help} onOpenChange={setHelp} />
    </div>
  )
}
