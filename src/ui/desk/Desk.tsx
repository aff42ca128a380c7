'use client'

import { useCallback, useRef, useState } from 'react'
import type { Piece } from '@/core/piece/piece'
import type { ClassSettings } from '@/core/seats/class'
import type { Plan } from '@/core/seats/plan'
import { Bench } from '../bench/Bench'
import { Inspector } from '../inspector/Inspector'
import { Ribbon } from '../ribbon/Ribbon'
import { ScoreView } from '../score/ScoreView'
import { DeskBar } from './DeskBar'
import { DeskProvider, useDesk, useDeskStore } from './DeskProvider'
import type { DeskActions, DeskState } from './deskStore'
import { KeyList } from './KeyList'
import type { SaveRequest } from './protocol'
import { SaveTrouble } from './SaveNote'
import { sayMoment } from './say'
import { useAutosave, type SaveBy } from '../parts/autosave'
import { useDeskKeys } from './useDeskKeys'

/** The plan and the title; the notes are saved where they are written. */
const SAVE: SaveBy<DeskState & DeskActions> = {
  url: (d) => `/api/pieces/${d.id}`,
  body: (d): Omit<SaveRequest, 'base'> => ({ plan: d.plan, title: d.piece.title }),
}

type Start = { id: string; piece: Piece; plan: Plan; klass: ClassSettings; version: number; originalId: string | null }

/** The desk of a piece: bench or score, the picked moment at the right, the ribbon below. */
export function Desk({ originalId, ...start }: Start) {
  return (
    <DeskProvider {...start}>
      <Surface originalId={originalId} />
    </DeskProvider>
  )
}

function Surface({ originalId }: { originalId: string | null }) {
  const store = useDeskStore()
  const view = useDesk((d) => d.view)
  const said = useDesk((d) => d.said)
  const here = useDesk((d) => sayMoment(d, d.moment, d.seat))
  const troubles = useDesk((d) => Object.values(d.ensemble).reduce((n, m) => n + m.problems.length, 0))
  const nextTrouble = useDesk((d) => d.nextTrouble)
  const [help, setHelp] = useState(false)
  const [hover, setHover] = useState('')
  const find = useRef<HTMLInputElement>(null)
  useAutosave(store, SAVE)
  useDeskKeys(store, { find: useCallback(() => find.current?.focus(), []), help: useCallback(() => setHelp(true), []) })
  return (
    <div className="flex h-screen min-h-[560px] flex-col">
      <DeskBar onHelp={() => setHelp(true)} originalId={originalId} />
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
