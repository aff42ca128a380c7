'use client'

import { createStore } from 'zustand/vanilla'
import { tempoIn } from '@/core/performance/tempo'
import type { Piece } from '@/core/piece/piece'
import type { PracticeRecord } from '@/core/plan/record'
import type { PlayedRow, RunRow } from '@/core/plan/run'
import { lessonStep, NO_LESSON, type LessonEffect, type LessonEvent, type LessonRun } from '@/core/practice/lessonRun'
import { recordedAs, turnsOf, warmupRows, within } from '@/core/practice/runSheet'
import { TELLING } from '@/core/drills/build'
import { TEMPO_BOUNDS } from '@/core/plan/settled'
import { Trouble } from '@/ui/kit/answer'
import { createDesk, type DeskStore } from '@/ui/session/deskStore'
import { musicFor, practiseOf } from '@/ui/session/practiser'
import { keepAtServer, recordOf } from '@/ui/session/record'
import type { DrillMusic } from '@/workers/protocol'
import { rehearsalOf } from './rehearse'
import { warming } from './warming'

/** The id of a desk that has a drill on it: of nothing that is stored. */
export const DRILL = 'drill'

/** What the panel beside the music shows. */
export type Tab = 'play' | 'lesson' | 'ear'

/** A lesson that runs row by row, with what is on the stand and what goes into the record. */
export type Lesson = LessonRun & {
  readonly tab: Tab
  /** The drill that is played, as a desk of its own; null: the piece. */
  readonly stage: DeskStore | null
  /** Music of the drills in the run, by id; of one that is not in the piece any more there is none. */
  readonly music: Readonly<Record<string, DrillMusic>>
  readonly loaded: boolean
  /** What the record has not taken yet. */
  readonly unsent: readonly PracticeRecord[]
}

const START: Lesson = { ...NO_LESSON, tab: 'play', stage: null, music: {}, loaded: false, unsent: [] }

type LessonStore = ReturnType<typeof newLesson>
const lessons = new WeakMap<DeskStore, LessonStore>()
const warmups = new WeakMap<DeskStore, LessonStore>()

/** The one of a desk; everything that shows it reads the same. */
function keptFor(kept: WeakMap<DeskStore, LessonStore>, desk: DeskStore, rows: () => readonly RunRow[]): LessonStore {
  const known = kept.get(desk)
  if (known) return known
  const made = newLesson(desk, rows)
  kept.set(desk, made)
  return made
}

/** The lesson of a desk: the run that is settled in its plan. */
export const lessonOf = (desk: DeskStore): LessonStore => keptFor(lessons, desk, () => desk.getState().plan.run.rows)

/** The warm-up of a desk, played by itself: the items of today, one after the other. */
export const warmupRunOf = (desk: DeskStore): LessonStore =>
  keptFor(
    warmups,
    desk,
    onceFor(
      () => practiseOf(desk).getState().today,
      (today) => warmupRows(warming(practiseOf(desk).getState().stock, today, desk.getState().passage), TELLING),
    ),
  )

/** Made anew only when what it is made from is another. */
function onceFor<K, T>(from: () => K, make: (from: K) => T): () => T {
  let last: { from: K; made: T } | null = null
  return () => {
    const now = from()
    if (!last || last.from !== now) last = { from: now, made: make(now) }
    return last.made
  }
}

/** Runs the rows of a lesson: what comes when is said by `lessonStep`, here it is done. */
function newLesson(desk: DeskStore, rowsNow: () => readonly RunRow[]) {
  const store = createStore<Lesson>(() => START)
  const get = store.getState
  const set = (change: Partial<Lesson>) => store.setState(change)
  let timer: ReturnType<typeof setTimeout> | undefined
  const stage = () => rehearsalOf(get().stage ?? desk)
  const musicOf = (row: RunRow): Piece | null =>
    row.kind === 'drill' ? (get().music[row.drill]?.piece ?? null) : row.kind === 'passage' ? desk.getState().piece : null

  const dispatch = (event: LessonEvent) => {
    const { run, effects } = lessonStep(get(), event, rowsNow(), { now: performance.now(), day: Date.now() })
    set(run)
    effects.forEach(perform)
  }
  const perform = (effect: LessonEffect) => {
    switch (effect.kind) {
      case 'let go':
        clearTimeout(timer)
        return stage().stop()
      case 'put up':
        return putUp(effect.row)
      case 'play':
        return void play(effect.row, effect.turn)
      case 'wait':
        timer = setTimeout(() => dispatch({ kind: 'time', turn: effect.turn }), effect.seconds * 1000)
        return
      case 'record':
        return record(effect.row, { clean: effect.clean, slips: effect.slips, minutes: effect.minutes })
    }
  }

  const stands = new WeakMap<DrillMusic, DeskStore>()
  /** Puts up what a row is played from: its drill, or the piece where it begins. */
  const putUp = (row: RunRow | undefined) => {
    const { klass, piece, pickMeasure } = desk.getState()
    const drill = row?.kind === 'drill' ? get().music[row.drill] : undefined
    const known = drill && stands.get(drill)
    const stand = drill ? (known ?? createDesk({ id: DRILL, piece: drill.piece, plan: drill.plan, klass, version: 0 })) : null
    if (drill && stand) stands.set(drill, stand)
    if (row?.kind === 'passage') pickMeasure(within(row, piece.lines[0].measures.length).from)
    set({ stage: stand })
  }

  let sending: Promise<void> | null = null
  /** Sends what the record has not taken yet, one by one; whoever asks meanwhile waits for the same. */
  const flush = (): Promise<void> =>
    (sending ??= send().finally(() => {
      sending = null
    }))
  const send = async () => {
    for (let [r] = get().unsent; r; [r] = get().unsent) {
      const { id } = r
      try {
        await keepAtServer(desk.getState().of, 'records', r)
      } catch (e) {
        return set({ trouble: e instanceof Trouble ? e.message : 'We couldn’t record that.' })
      }
      set({ unsent: get().unsent.filter((x) => x.id !== id) })
    }
  }
  /** Into the record: minutes of a row that was played, or a tap at it. */
  const record = (row: PlayedRow, what: Pick<PracticeRecord, 'clean' | 'slips' | 'minutes'>) => {
    const { id, piece } = desk.getState()
    const target = recordedAs(row, piece.lines[0].measures.length)
    const music = musicOf(row)
    if (!target || !music) return
    const tempo = Math.round(tempoIn(music, row.kind === 'passage' ? row.from : 0) * row.rate)
    const told = tempo >= TEMPO_BOUNDS.slowest && tempo <= TEMPO_BOUNDS.fastest ? tempo : null
    set({ unsent: [...get().unsent, recordOf({ piece: id, ...target, seat: null, student: '', tempo: told, ...what })] })
    void flush()
  }

  const play = async (row: PlayedRow, turn: number) => {
    const failed = (says: string) => dispatch({ kind: 'failed', turn, says })
    if (row.kind === 'drill' && !get().music[row.drill])
      try {
        await load()
      } catch {
        return failed('We couldn’t make the drill. Go on, or start it again.')
      }
    if (turn !== get().turn) return
    const drill = row.kind === 'drill' ? get().music[row.drill] : null
    if (row.kind === 'drill' && !drill) return failed(`${row.title} is not in this piece any more.`)
    const { seats, piece } = desk.getState()
    putUp(row)
    const rehearsal = stage()
    if (get().stage) rehearsal.setState({ seats: rehearsalOf(desk).getState().seats })
    rehearsal.play({
      stretch: row.kind === 'passage' ? within(row, piece.lines[0].measures.length) : null,
      mode: row.mode,
      rate: row.rate,
      turns: turnsOf(
        row,
        seats.map((s) => s.id),
      ),
      over: (whole) => dispatch({ kind: 'ended', turn, whole }),
    })
    const { playing, trouble } = rehearsal.getState()
    if (!playing) failed(trouble ?? 'Nothing to play in this row.')
  }
  /** Makes the music of the drills in the run ready. */
  async function load(): Promise<void> {
    const { piece, plan, klass } = desk.getState()
    const drills = rowsNow().flatMap((r) => (r.kind === 'drill' ? [r] : []))
    const music: Record<string, DrillMusic> = {}
    // Drills of a passage are made out of it alone.
    for (const from of new Set(drills.map((d) => JSON.stringify(d.stretch ?? null)))) {
      const mine = drills.filter((d) => JSON.stringify(d.stretch ?? null) === from)
      const request = { piece, plan, klass, stretch: mine[0].stretch ?? null }
      for (const m of (await musicFor(request, [...new Set(mine.map((d) => d.drill))], plan.warmup)) ?? []) music[m.info.id] = m
    }
    set({ music, loaded: true })
  }

  return {
    subscribe: store.subscribe,
    getState: store.getState,
    getInitialState: store.getInitialState,
    setState: store.setState,
    rows: rowsNow,
    load,
    flush,
    /** Begins the lesson at a row. */
    begin: (at: number) => dispatch({ kind: 'begin', at }),
    go: () => dispatch({ kind: 'go' }),
    again: () => dispatch({ kind: 'again' }),
    skip: () => dispatch({ kind: 'skip' }),
    back: () => dispatch({ kind: 'back' }),
    tap: (good: boolean) => dispatch({ kind: 'tap', good }),
    setByHand: (on: boolean) => dispatch({ kind: 'by hand', on }),
    stop: () => dispatch({ kind: 'stop' }),
  }
}
