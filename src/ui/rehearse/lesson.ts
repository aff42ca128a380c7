'use client'

import { createStore } from 'zustand/vanilla'
import { tempoIn } from '@/core/performance/tempo'
import type { Piece } from '@/core/piece/piece'
import type { PracticeRecord } from '@/core/plan/record'
import type { PlayedRow, RunRow } from '@/core/plan/run'
import { recordedAs, turnsOf, within } from '@/core/practice/runSheet'
import { TEMPI } from '@/core/plan/settled'
import { Trouble } from '@/ui/kit/answer'
import { createDesk, type DeskStore } from '@/ui/session/deskStore'
import { musicFor } from '@/ui/session/practiser'
import { keep, recordOf } from '@/ui/session/record'
import type { DrillMusic } from '@/workers/protocol'
import { rehearsalOf } from './rehearse'

/** Where a run stands: a row is played or done, rests after it, waits for the teacher, or all of it has been done. */
export type Phase = 'off' | 'playing' | 'step' | 'rest' | 'waiting' | 'over'

/** The id of a desk that has a drill on it: of nothing that is stored. */
export const DRILL = 'drill'

/** What the panel beside the music shows. */
export type Tab = 'play' | 'lesson' | 'ear'

/** A lesson that runs row by row. */
export type Lesson = {
  readonly tab: Tab
  readonly phase: Phase
  /** The teacher says when the next row comes; else it comes by itself. */
  readonly byHand: boolean
  /** The row that is done, or was last, by id. */
  readonly row: string | null
  /** It was stopped in its middle: it comes again. */
  readonly again: boolean
  /** When a step or a rest ends, on the page's clock; null: when the teacher says so. */
  readonly until: number | null
  /** When the lesson began, by the clock of the day. */
  readonly began: number | null
  readonly done: readonly string[]
  /** How often the class was clean in the row, and how often it slipped, as the teacher tapped it. */
  readonly clean: number
  readonly slips: number
  /** The drill that is played, as a desk of its own; null: the piece. */
  readonly stage: DeskStore | null
  /** Music of the drills in the run, by id; of one that is not in the piece any more there is none. */
  readonly music: Readonly<Record<string, DrillMusic>>
  readonly loaded: boolean
  /** What the record has not taken yet. */
  readonly unsent: readonly PracticeRecord[]
  readonly trouble: string | null
}

const START: Lesson = {
  tab: 'play',
  phase: 'off',
  byHand: false,
  row: null,
  again: false,
  until: null,
  began: null,
  done: [],
  clean: 0,
  slips: 0,
  stage: null,
  music: {},
  loaded: false,
  unsent: [],
  trouble: null,
}

type LessonStore = ReturnType<typeof newLesson>
const stores = new WeakMap<DeskStore, LessonStore>()

/** The lesson of a desk; everything that shows it reads the same. */
export function lessonOf(desk: DeskStore): LessonStore {
  const known = stores.get(desk)
  if (known) return known
  const made = newLesson(desk)
  stores.set(desk, made)
  return made
}

/** Whether a lesson goes on: what the keys of playing then do is about its rows. */
export const isOn = ({ phase }: Pick<Lesson, 'phase'>): boolean => phase !== 'off' && phase !== 'over'

function newLesson(desk: DeskStore) {
  const store = createStore<Lesson>(() => START)
  const get = store.getState
  const set = (change: Partial<Lesson>) => store.setState(change)
  const rows = (): readonly RunRow[] => desk.getState().plan.run.rows
  let timer: ReturnType<typeof setTimeout> | undefined
  /** Where the row stood when it began: after it has been taken out, the next one stands there. */
  let stood = 0
  let entered = 0
  /** What begins now; whatever belongs to an earlier one is let go. */
  let current = 0

  const place = (): number => rows().findIndex((r) => r.id === get().row)
  const following = (): number => (place() >= 0 ? place() + 1 : stood)
  const stage = () => rehearsalOf(get().stage ?? desk)
  const musicOf = (row: RunRow): Piece | null =>
    row.kind === 'drill' ? (get().music[row.drill]?.piece ?? null) : row.kind === 'passage' ? desk.getState().piece : null

  const stands = new WeakMap<DrillMusic, DeskStore>()
  /** Puts up what a row is played from: its drill, or the piece where it begins. Of a step what comes after it. */
  const putUp = (row: RunRow | undefined) => {
    const { klass, piece, pickMeasure } = desk.getState()
    const drill = row?.kind === 'drill' ? get().music[row.drill] : undefined
    const known = drill && stands.get(drill)
    const stand = drill ? (known ?? createDesk({ id: DRILL, piece: drill.piece, plan: drill.plan, klass, version: 0 })) : null
    if (drill && stand) stands.set(drill, stand)
    if (row?.kind === 'passage') pickMeasure(within(row, piece.lines[0].measures.length).from)
    set({ stage: stand })
  }

  /** Lets go of whatever runs: sound, timers, what was asked for. */
  const letGo = () => {
    current++
    clearTimeout(timer)
    stage().stop()
  }
  const flush = async () => {
    for (const r of get().unsent) {
      try {
        await keep(desk.getState().of, 'records', r)
      } catch (e) {
        return set({ trouble: e instanceof Trouble ? e.message : 'What was done could not be recorded.' })
      }
      set({ unsent: get().unsent.filter((x) => x.id !== r.id) })
    }
  }
  /** Into the record: minutes of a row that was played, or a tap at it. */
  const record = (row: RunRow, what: Pick<PracticeRecord, 'clean' | 'slips' | 'minutes'>) => {
    const { id, piece } = desk.getState()
    const target = recordedAs(row, piece.lines[0].measures.length)
    const music = musicOf(row)
    if (!target || !music || row.kind === 'step') return
    const tempo = Math.round(tempoIn(music, row.kind === 'passage' ? row.from : 0) * row.rate)
    const told = tempo >= TEMPI.slowest && tempo <= TEMPI.fastest ? tempo : null
    set({ unsent: [...get().unsent, recordOf({ piece: id, ...target, seat: null, student: '', tempo: told, ...what })] })
    void flush()
  }
  const after = (seconds: number, then: () => void) => {
    set({ until: performance.now() + seconds * 1000 })
    timer = setTimeout(then, seconds * 1000)
  }

  const play = async (row: PlayedRow) => {
    const mine = current
    if (row.kind === 'drill' && !get().music[row.drill])
      try {
        await load()
      } catch {
        if (mine === current) set({ phase: 'waiting', trouble: 'The drill could not be made. Go on, or begin it again.' })
        return
      }
    if (mine !== current) return
    const drill = row.kind === 'drill' ? get().music[row.drill] : null
    if (row.kind === 'drill' && !drill) return set({ phase: 'waiting', trouble: `${row.title} is not in this piece any more.` })
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
      over: (ended) => {
        if (mine !== current) return
        if (ended) finish(row)
        else set({ phase: 'waiting', again: true, until: null })
      },
    })
    const { playing, trouble } = rehearsal.getState()
    if (!playing) set({ phase: 'waiting', trouble: trouble ?? 'There is nothing to play in this row.' })
  }
  const enter = (i: number) => {
    letGo()
    const row = rows()[i]
    if (!row) return set({ phase: 'over', stage: null, until: null, again: false })
    stood = i
    entered = performance.now()
    const step = row.kind === 'step'
    const began = get().began ?? Date.now()
    set({ phase: step ? 'step' : 'playing', row: row.id, again: false, until: null, trouble: null, clean: 0, slips: 0, began })
    if (!step) return void play(row)
    putUp(rows()[i + 1])
    if (!get().byHand) after(row.seconds, () => finish(row))
  }
  /** A row has been done: what was done is recorded, and the next one comes. */
  const finish = (row: RunRow) => {
    letGo()
    record(row, { clean: 0, slips: 0, minutes: Math.round((performance.now() - entered) / 6000) / 10 })
    const next = rows()[following()]
    set({ done: [...new Set([...get().done, row.id])], until: null })
    putUp(next)
    if (!next) return set({ phase: 'over' })
    if (get().byHand) return set({ phase: 'waiting' })
    if (row.rest === 0) return enter(following())
    set({ phase: 'rest' })
    after(row.rest, () => enter(following()))
  }
  /** Makes the music of the drills in the run ready. */
  async function load(): Promise<void> {
    const { piece, plan, klass } = desk.getState()
    const drills = plan.run.rows.flatMap((r) => (r.kind === 'drill' ? [r] : []))
    const music: Record<string, DrillMusic> = {}
    // Drills of a passage are made out of it alone.
    for (const from of new Set(drills.map((d) => JSON.stringify(d.stretch ?? null)))) {
      const mine = drills.filter((d) => JSON.stringify(d.stretch ?? null) === from)
      const request = { piece, plan, klass, stretch: mine[0].stretch ?? null }
      for (const m of (await musicFor(request, [...new Set(mine.map((d) => d.drill))], plan.warmup)) ?? []) music[m.info.id] = m
    }
    set({ music, loaded: true })
  }
  const pause = () => {
    letGo()
    set({ phase: 'waiting', again: true, until: null })
  }

  return {
    subscribe: store.subscribe,
    getState: store.getState,
    getInitialState: store.getInitialState,
    setState: store.setState,
    load,
    flush,
    /** Begins the lesson at a row. */
    begin: (i: number) => {
      if (!isOn(get())) set({ done: [], began: null })
      enter(i)
    },
    /** The one key: begins, goes on at once, is done with a step, or stops in the middle of a row. */
    go: () => {
      const { phase, again } = get()
      const row = rows()[place()]
      switch (phase) {
        case 'off':
        case 'over':
          set({ done: [], began: null })
          return enter(0)
        case 'playing':
          return pause()
        case 'step':
          return row ? finish(row) : enter(following())
        case 'rest':
          return enter(following())
        case 'waiting':
          return enter(again && place() >= 0 ? place() : following())
      }
    },
    /** The row from its beginning; the one after it, whether this one is done or not; the one before. */
    again: () => enter(Math.max(0, place())),
    skip: () => enter(following()),
    back: () => enter(Math.max(0, (place() >= 0 ? place() : stood) - 1)),
    /** How a time went, as the teacher saw it. */
    tap: (good: boolean) => {
      const row = rows()[place()]
      if (!row || row.kind === 'step') return
      set(good ? { clean: get().clean + 1 } : { slips: get().slips + 1 })
      record(row, { clean: good ? 1 : 0, slips: good ? 0 : 1, minutes: 0 })
    },
    setByHand: (byHand: boolean) => {
      set({ byHand })
      const { phase } = get()
      if (byHand && (phase === 'rest' || phase === 'step')) {
        clearTimeout(timer)
        set({ until: null, ...(phase === 'rest' ? { phase: 'waiting' as const } : {}) })
      }
    },
    stop: () => {
      letGo()
      set({ phase: 'off', stage: null, until: null, again: false })
    },
  }
}
