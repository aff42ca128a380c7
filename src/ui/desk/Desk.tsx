'use client'

import dynamic from 'next/dynamic'
import { usePathname, useRouter } from 'next/navigation'
import { useCallback, useMemo, useRef, useState } from 'react'
import { pieceApi } from '@/api/address'
import { retitled } from '@/core/piece/edit'
import type { Piece } from '@/core/piece/piece'
import type { ClassSettings } from '@/core/plan/class'
import { sayChanges } from '@/core/balance/change'
import type { Plan } from '@/core/plan/plan'
import { seatsOf } from '@/core/seats/seat'
import { Bench } from '@/ui/bench/Bench'
import { Ribbon } from '@/ui/ribbon/Ribbon'
import { Beside } from './Beside'
import { DeskBar } from './DeskBar'
import { DeskOutline } from './DeskOutline'
import { DeskProvider, useDesk, useDeskStore } from '@/ui/session/DeskProvider'
import type { Desk as OpenPiece } from '@/ui/session/deskStore'
import { mapsOf } from '@/core/balance/ensemble'
import { sayBeyond } from '@/core/words/en/beyond'
import type { keptDesk, SaveRequest } from '@/api/saving'
import { SaveTrouble } from './SaveNote'
import { sayAll } from '@/ui/session/say'
import { Outline } from '@/ui/kit/Outline'
import { sayTold } from '@/ui/kit/saving'
import { useAutosave, type SaveBy } from '@/ui/kit/autosave'
import { Unpacked, type Packed } from '@/ui/kit/Unpacked'
import { useHover } from '@/ui/session/hover'
import { deskStepAt } from '@/ui/steps/list'
import { inSentence } from '@/core/names'
import { useKeys } from '@/ui/kit/keys'
import { passageIn } from '@/ui/session/address'
import { pathTo } from '@/ui/steps/StepsNav'
import { stepInPlace, useAddress } from '@/ui/session/useAddress'
import { DESK_KEYS } from '@/ui/session/keys'
import { STEP_KEYS } from '@/ui/steps/keys'
import type { Step } from '@/ui/steps/step'
import { useShownBySeat, useShownSpots } from '@/ui/session/useSpots'

/** Loaded when they are asked for: the desk opens with the bench. */
const ScoreView = dynamic(() => import('@/ui/score/ScoreView').then((m) => m.ScoreView), {
  loading: () => <Outline says="Drawing the score …" rows={6} />,
})
const KeyList = dynamic(() => import('./KeyList').then((m) => m.KeyList), { ssr: false })

const ChoicesPanel = dynamic(() => import('./ChoicesPanel').then((m) => m.ChoicesPanel), {
  ssr: false,
  loading: () => <Outline says="Opening the choices for this piece …" />,
})
const CHOICES_WIDTH = 372

/** The plan and the title, and the notes once the desk has moved them to another key; else they are saved where they are written. */
const SAVE: SaveBy<OpenPiece, typeof keptDesk> = {
  url: (d) => pieceApi(d.of, d.id),
  body: (d): Omit<SaveRequest, 'base' | 'by' | 'seq'> => ({
    plan: d.plan,
    title: d.piece.title,
    notes: d.moved ? d.piece : null,
    said: sayTold(d.told),
  }),
  kept: {
    schema: () => import('@/api/saving').then((m) => m.keptDesk),
    adopt: (d, { plan, title, notes }, base) => d.adopt({ plan, piece: retitled(notes ?? d.piece, title) }, base),
  },
}

/** Every key of the desk. */
const KEYS = [...DESK_KEYS, ...STEP_KEYS]

type Start = {
  id: string
  packed: Packed<{ piece: Piece; plan: Plan }>
  klass: ClassSettings
  version: number
  /** The file that it came in is kept. */
  original: boolean
}

/** The desk of a piece: bench, score or level, what is picked at the right, the ribbon below. Its steps share what is picked and undone. */
export function Desk({ original, packed, ...start }: Start) {
  return (
    <Unpacked packed={packed} until={(says) => <DeskOutline says={says} seats={seatsOf(start.klass)} />}>
      {(music) => (
        <DeskProvider {...start} {...music}>
          <Surface original={original} />
        </DeskProvider>
      )}
    </Unpacked>
  )
}

function Surface({ original }: { original: boolean }) {
  const store = useDeskStore()
  const step = deskStepAt(usePathname())
  const { centre: Centre, panel: Panel, panelName, width } = step.desk
  const view = useDesk((d) => d.view)
  const choices = useDesk((d) => d.choices)
  const [help, setHelp] = useState(false)
  const find = useRef<HTMLInputElement>(null)
  const router = useRouter()
  useAutosave(store, SAVE)
  useAddress(store)
  useKeys(
    KEYS,
    useCallback(() => {
      const desk = store.getState()
      const toStep = (s: Step) =>
        s.desk ? stepInPlace(s.path(desk.of, desk.id)) : router.push(pathTo(s, desk.of, desk.id, passageIn(desk)))
      return { desk, find: () => find.current?.focus(), help: () => setHelp(true), toStep }
    }, [store, router]),
  )
  return (
    <div className="desk">
      <div className="desk-body">
        <main className="flex min-h-0 min-w-0 grow flex-col">
          <div
            className={`min-h-0 grow ${!Centre && view === 'bench' ? 'overflow-hidden' : 'overflow-y-auto'}`}
            tabIndex={Centre ? 0 : undefined}
          >
            {Centre ? <Centre /> : view === 'bench' ? <Bench /> : <ScoreView />}
          </div>
          <StatusLine />
          <Ribbon findRef={find} />
        </main>
        <Beside name={choices ? 'Choices for this piece' : panelName} width={choices ? CHOICES_WIDTH : width} open={choices}>
          {choices ? <ChoicesPanel /> : <Panel />}
        </Beside>
      </div>
      {/* Shown on top; in the order of the Tab key the music comes first. */}
      <div className="order-first">
        <DeskBar onHelp={() => setHelp(true)} original={original} step={step} />
        <SaveTrouble />
      </div>
      {help && <KeyList open onOpenChange={setHelp} />}
    </div>
  )
}

/** What was done or is picked, and the way to the next spot. */
function StatusLine() {
  const hover = useHover()
  const said = useDesk((d) => d.said)
  const changes = useDesk((d) => d.changes)
  const bySeat = useShownBySeat()
  const here = useDesk((d) => sayAll(d, bySeat[d.seat], d.moment, d.seat))
  const nextSpot = useDesk((d) => d.nextSpot)
  const spots = useShownSpots()
  const talk = useDesk((d) => d.klass.talk)
  const ensemble = useDesk((d) => d.ensemble)
  const beyond = useMemo(() => sayBeyond(spots, mapsOf(ensemble), talk), [spots, ensemble, talk])
  const nextTrouble = useDesk((d) => d.nextTrouble)
  const alone = useDesk((d) => d.alone)
  const toggleAlone = useDesk((d) => d.toggleAlone)
  const seat = useDesk((d) => inSentence(d.ensemble[d.seat].seat.name))
  const link = 'font-semibold underline underline-offset-2'
  return (
    <div className="status-line flex min-h-7 shrink-0 flex-wrap items-center justify-between gap-x-4 border-t border-rule px-3 py-0.5 text-fine">
      <p aria-live="polite" className="min-w-0 flex-1 basis-60 truncate">
        {hover || [said, changes && sayChanges(changes)].filter(Boolean).join(' · ') || here}
      </p>
      <div className="flex max-w-full shrink-0 flex-wrap gap-x-4">
        <button type="button" aria-pressed={alone} onClick={toggleAlone} className="text-soft underline underline-offset-2 hover:text-ink">
          {alone ? 'all seats ( o )' : `${seat} alone ( o )`}
        </button>
        {beyond && (
          <button type="button" onClick={nextTrouble} title="Go to the next one" className={link}>
            {beyond}
          </button>
        )}
        {spots.length > 0 && (
          <button type="button" onClick={() => nextSpot()} className="text-soft underline underline-offset-2 hover:text-ink">
            next place to watch ( . )
          </button>
        )}
      </div>
    </div>
  )
}
