'use client'

import { sayTempo } from '@/core/piece/headline'
import { sayVariant } from '@/core/words/en/drills'
import { useEffect, useMemo, useRef } from 'react'
import { Outline } from '@/ui/kit/Outline'
import { Bench } from '@/ui/bench/Bench'
import { Button } from '@/ui/kit/Button'
import { DeskProvider, useDesk, useDeskStore } from '@/ui/session/DeskProvider'
import { LessonStrip } from '@/ui/rehearse/LessonStrip'
import { Stage } from '@/ui/rehearse/Stage'
import { warmupRunOf } from '@/ui/rehearse/lesson'
import { RunInstead, useLesson, useLessonStore, useRunRows } from '@/ui/rehearse/useLesson'
import { useRunKeys } from '../rehearse/keys'
import { Playing } from '../rehearse/Playing'
import { instead } from './edits'
import { PlayDrill } from './PlayDrill'
import { TodayList } from './TodayList'
import { pickedIn, usePick, usePractise, usePractiseWork } from './usePractise'
import type { RunRow } from '@/core/plan/run'
import type { DrillInfo } from '@/workers/protocol'
import { sayTimes } from '@/core/count'

/** Where list and drill stand one under the other, as in globals.css. */
const NARROW = '(max-width: 899px)'

/** What the class warms up with today, and the drill that is looked at, on the bench. */
export function PractiseView() {
  const run = warmupRunOf(useDeskStore())
  return (
    <RunInstead value={run}>
      <Practise />
    </RunInstead>
  )
}

function Practise() {
  usePractiseWork()
  const on = useLesson((l) => l.phase !== 'off')
  useRun()
  const failed = usePractise((p) => p.failed)
  const picked = usePractise((p) => p.picked)
  const drill = useRef<HTMLElement>(null)
  // On a narrow screen the drill stands under the list: what is picked there comes into sight.
  useEffect(() => {
    if (picked !== null && window.matchMedia(NARROW).matches) drill.current?.scrollIntoView({ block: 'start' })
  }, [picked])
  return (
    <div className="practise" role="region" aria-label="Warm-up and drills">
      <TodayList />
      <section ref={drill} aria-label="The drill" className="flex min-h-0 min-w-0 flex-1 flex-col">
        {failed ? (
          <p role="alert" className="p-6">
            We couldn’t make the drills. Reload the page. If that doesn’t help, pick a passage below.
          </p>
        ) : on ? (
          <Run />
        ) : (
          <Looked />
        )}
      </section>
    </div>
  )
}

/** The item that is played is the one that is looked at; whoever leaves, leaves silence. */
function useRun(): void {
  const run = useLessonStore()
  const pick = usePick()
  useRunKeys(run)
  const shown = useShown()
  const looked = useRef(pick)
  useEffect(() => {
    looked.current = pick
  })
  useEffect(() => {
    if (shown?.kind === 'drill') looked.current(shown.drill)
  }, [shown])
  // What was settled otherwise meanwhile is played as it is now.
  const today = usePractise((p) => p.today)
  useEffect(() => run.setState({ music: {}, loaded: false }), [run, today])
  useEffect(() => () => run.stop(), [run])
}

/** The item that is on the stand: the one that is played, and between two the one that comes. */
function useShown(): RunRow | null {
  const rows = useRunRows()
  const doing = useLesson((l) => l.doing)
  const row = useLesson((l) => l.row)
  const comes = useLesson((l) => (l.phase === 'rest' || l.phase === 'waiting') && !l.again)
  return comes ? (rows[rows.findIndex((r) => r.id === row) + 1] ?? null) : doing
}

/** The warm-up as it is played, item after item: what is heard now, or what comes next, what is told of it, and how soon. */
function Run() {
  const playing = useLesson((l) => l.phase === 'playing')
  const shown = useShown()
  const purpose = useLesson((l) => (shown?.kind === 'drill' ? l.music[shown.drill]?.info.purpose : undefined))
  return (
    <>
      {playing ? <Playing /> : <LessonStrip />}
      {!playing && purpose && <p className="border-b border-rule px-4 py-1.5">{purpose}</p>}
      <Stage>
        <div className="drill-bench min-h-0 flex-1">
          <Bench fixed="Notes of the drill" />
        </div>
      </Stage>
    </>
  )
}

function Looked() {
  const id = usePractise(pickedIn)
  const step = usePractise((p) => p.stock?.steps.find((s) => s.id === id))
  const music = usePractise((p) => p.music)
  // Whether there is anything to practise is known once the drills are made.
  const known = usePractise((p) => p.today !== null)
  if (step)
    return (
      <div className="max-w-prose p-6">
        <h2 className="font-title text-xl">{step.title}</h2>
        <p className="mt-2 text-lead">{step.words}</p>
        {step.answer && (
          <details className="mt-3">
            <summary className="cursor-pointer text-link underline underline-offset-2">The answer</summary>
            <p className="mt-1">{step.answer}</p>
          </details>
        )}
      </div>
    )
  if (!known) return <Outline says="Making the warm-up …" />
  if (!music)
    return id === null ? (
      <p role="status" className="p-6 text-soft">
        No drills for this piece.
      </p>
    ) : (
      <Outline says="Making the drill …" />
    )
  return <DrillStage key={music.info.id} />
}

/** The drill on the bench, all seats at once, with its variants under it. */
function DrillStage() {
  const { info, piece, plan } = usePractise((p) => p.music)!
  const klass = useDesk((d) => d.klass)
  // A bench of its own, made anew for other music.
  const key = useMemo(() => `${info.id} ${JSON.stringify(info.companions)} ${info.tempo}`, [info])
  return (
    <>
      <header className="px-4 pt-2.5 pb-1">
        <h2 className="font-title text-lg leading-tight">{info.title}</h2>
        <p className="text-fine text-soft">
          {info.purpose} {sayTempo(piece.meter, info.tempo)}, {sayTimes(info.times)}.
        </p>
      </header>
      <DeskProvider key={key} id="drill" piece={piece} plan={plan} klass={klass} version={0}>
        <div className="drill-bench min-h-0 flex-1">
          <Bench fixed="Notes of the drill" />
        </div>
        <PlayDrill />
      </DeskProvider>
      <Variants info={info} />
    </>
  )
}

/** The ways in which the same is practised: a row of buttons, the one in use pressed. */
function Variants({ info }: { info: DrillInfo }) {
  const drills = usePractise((p) => p.stock?.drills)
  const inToday = usePractise((p) => p.today?.items.some((x) => x.id === info.id) ?? false)
  const same = useMemo(() => drills?.filter((d) => d.family === info.family) ?? [], [drills, info.family])
  const edit = useDesk((d) => d.edit)
  const pick = usePick()
  if (same.length < 2) return null
  const take = (d: DrillInfo) => {
    if (inToday) edit(instead(info.id, d.id, sayVariant(d.variant)))
    pick(d.id)
  }
  return (
    <div role="group" aria-label="Ways to practise it" className="flex flex-wrap gap-1.5 px-4 py-2">
      {same.map((d) => (
        <Button
          key={d.id}
          kind={d.id === info.id ? 'filled' : 'plain'}
          size="small"
          aria-pressed={d.id === info.id}
          onClick={() => take(d)}
        >
          {sayVariant(d.variant)}
        </Button>
      ))}
    </div>
  )
}
