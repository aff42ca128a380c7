import type { PlayedRow, RunRow } from '../plan/run'

/** Where a run stands: a row is played or done, rests after it, waits for the teacher, or all of it has been done. */
export type Phase = 'off' | 'playing' | 'step' | 'rest' | 'waiting' | 'over'

/** A lesson as it runs row by row. Times are milliseconds of the page's clock. */
export type LessonRun = {
  readonly phase: Phase
  /** The teacher says when the next row comes; else it comes by itself. */
  readonly byHand: boolean
  /** The row that is done, or was last, by id; and as it was when it began, whatever becomes of it in the plan. */
  readonly row: string | null
  readonly doing: RunRow | null
  /** Where that row stood when it began: after it has been taken out, the next one stands there. */
  readonly stood: number
  /** It was stopped in its middle: it comes again. */
  readonly again: boolean
  /** When a step or a rest ends; null: when the teacher says so. */
  readonly until: number | null
  readonly entered: number
  /** When the lesson began, by the clock of the day. */
  readonly began: number | null
  readonly done: readonly string[]
  /** How often the class was clean in the row, and how often it slipped, as the teacher tapped it. */
  readonly clean: number
  readonly slips: number
  /** What stands in the way, in words. */
  readonly trouble: string | null
  /** Counts what has been begun: whatever is heard of an earlier one is let go. */
  readonly turn: number
}

export const NO_LESSON: LessonRun = {
  phase: 'off',
  byHand: false,
  row: null,
  doing: null,
  stood: 0,
  again: false,
  until: null,
  entered: 0,
  began: null,
  done: [],
  clean: 0,
  slips: 0,
  trouble: null,
  turn: 0,
}

/** Now: by the page's clock, and by that of the day. */
export type Clock = { readonly now: number; readonly day: number }

/** What the teacher does, and what is heard of what was begun. */
export type LessonEvent =
  /** Begins at a row, from 0. */
  | { readonly kind: 'begin'; readonly at: number }
  /** The one key: begins, goes on at once, is done with a step, or stops in the middle of a row. */
  | { readonly kind: 'go' }
  /** The row from its beginning; the one after it, whether this one is done or not; the one before. */
  | { readonly kind: 'again' | 'skip' | 'back' | 'stop' }
  /** How a time went, as the teacher saw it. */
  | { readonly kind: 'tap'; readonly good: boolean }
  | { readonly kind: 'by hand'; readonly on: boolean }
  /** The time of a step or a rest is up. */
  | { readonly kind: 'time'; readonly turn: number }
  /** What was played has come to its end, or was stopped before. */
  | { readonly kind: 'ended'; readonly turn: number; readonly whole: boolean }
  /** It could not be played. */
  | { readonly kind: 'failed'; readonly turn: number; readonly says: string }

/** What is to be done, in this order. */
export type LessonEffect =
  /** Sound and time of whatever runs. */
  | { readonly kind: 'let go' }
  /** The desk shows what this row is played from; undefined: the piece as it is. */
  | { readonly kind: 'put up'; readonly row: RunRow | undefined }
  | { readonly kind: 'play'; readonly row: PlayedRow; readonly turn: number }
  /** Say so when the time is up. */
  | { readonly kind: 'wait'; readonly seconds: number; readonly turn: number }
  /** Into the record, where it is of something that is recorded. */
  | { readonly kind: 'record'; readonly row: PlayedRow; readonly clean: number; readonly slips: number; readonly minutes: number }

export type LessonStep = { readonly run: LessonRun; readonly effects: readonly LessonEffect[] }

/** Whether a lesson goes on. */
export const isOn = ({ phase }: Pick<LessonRun, 'phase'>): boolean => phase !== 'off' && phase !== 'over'

const placeOf = ({ row }: LessonRun, rows: readonly RunRow[]): number => rows.findIndex((r) => r.id === row)
const following = (run: LessonRun, rows: readonly RunRow[]): number => {
  const at = placeOf(run, rows)
  return at >= 0 ? at + 1 : run.stood
}

/**
 * One event of a lesson: what it then is, and what is to be done. `rows` are those of the plan at this moment (they can be
 * changed while it runs).
 */
export function lessonStep(run: LessonRun, event: LessonEvent, rows: readonly RunRow[], clock: Clock): LessonStep {
  const same: LessonStep = { run, effects: [] }
  const place = placeOf(run, rows)
  const row = rows[place] as RunRow | undefined
  switch (event.kind) {
    case 'begin':
      return enter(isOn(run) ? run : { ...run, done: [], began: null }, event.at, rows, clock)
    case 'go':
      switch (run.phase) {
        case 'off':
        case 'over':
          return enter({ ...run, done: [], began: null }, 0, rows, clock)
        case 'playing':
          return pause(run)
        case 'step':
          return row ? finish(run, row, rows, clock) : enter(run, following(run, rows), rows, clock)
        case 'rest':
          return enter(run, following(run, rows), rows, clock)
        case 'waiting':
          return enter(run, run.again && place >= 0 ? place : following(run, rows), rows, clock)
      }
    case 'again':
      return enter(run, Math.max(0, place), rows, clock)
    case 'skip':
      return enter(run, following(run, rows), rows, clock)
    case 'back':
      return enter(run, Math.max(0, (place >= 0 ? place : run.stood) - 1), rows, clock)
    case 'stop':
      return {
        run: { ...run, phase: 'off', until: null, again: false, turn: run.turn + 1 },
        effects: [{ kind: 'let go' }, { kind: 'put up', row: undefined }],
      }
    case 'tap': {
      if (!row || row.kind === 'step') return same
      const [clean, slips] = event.good ? [1, 0] : [0, 1]
      return {
        run: { ...run, clean: run.clean + clean, slips: run.slips + slips },
        effects: [{ kind: 'record', row, clean, slips, minutes: 0 }],
      }
    }
    case 'by hand': {
      const next = { ...run, byHand: event.on }
      if (!event.on || (run.phase !== 'rest' && run.phase !== 'step')) return { run: next, effects: [] }
      // What would have gone on by itself waits for the teacher now.
      return {
        run: { ...next, until: null, phase: run.phase === 'rest' ? 'waiting' : 'step', turn: run.turn + 1 },
        effects: [{ kind: 'let go' }],
      }
    }
    case 'time':
      if (event.turn !== run.turn) return same
      if (run.phase === 'rest') return enter(run, following(run, rows), rows, clock)
      return run.phase === 'step' && run.doing ? finish(run, run.doing, rows, clock) : same
    case 'ended':
      if (event.turn !== run.turn || run.phase !== 'playing') return same
      if (!event.whole) return { run: { ...run, phase: 'waiting', again: true, until: null }, effects: [] }
      return run.doing ? finish(run, run.doing, rows, clock) : same
    case 'failed':
      return event.turn === run.turn && run.phase === 'playing'
        ? { run: { ...run, phase: 'waiting', until: null, trouble: event.says }, effects: [] }
        : same
  }
}

function pause(run: LessonRun): LessonStep {
  return { run: { ...run, phase: 'waiting', again: true, until: null, turn: run.turn + 1 }, effects: [{ kind: 'let go' }] }
}

/** A row begins; beyond the last one the lesson is over. */
function enter(before: LessonRun, at: number, rows: readonly RunRow[], clock: Clock): LessonStep {
  const turn = before.turn + 1
  const row = rows[at] as RunRow | undefined
  const letGo: LessonEffect = { kind: 'let go' }
  if (!row)
    return {
      run: { ...before, phase: 'over', until: null, again: false, turn },
      effects: [letGo, { kind: 'put up', row: undefined }],
    }
  const run: LessonRun = {
    ...before,
    phase: row.kind === 'step' ? 'step' : 'playing',
    row: row.id,
    doing: row,
    stood: at,
    again: false,
    until: null,
    entered: clock.now,
    began: before.began ?? clock.day,
    trouble: null,
    clean: 0,
    slips: 0,
    turn,
  }
  if (row.kind !== 'step') return { run, effects: [letGo, { kind: 'play', row, turn }] }
  // While a step is done what comes after it is on the stand.
  const up: LessonEffect = { kind: 'put up', row: rows[at + 1] }
  if (run.byHand) return { run, effects: [letGo, up] }
  return { run: { ...run, until: clock.now + row.seconds * 1000 }, effects: [letGo, up, { kind: 'wait', seconds: row.seconds, turn }] }
}

/** A tenth of a minute, in milliseconds: as exactly is time recorded. */
const TENTH = 6000

/** A row has been done: what was done is recorded, and the next one comes. */
function finish(before: LessonRun, row: RunRow, rows: readonly RunRow[], clock: Clock): LessonStep {
  const turn = before.turn + 1
  const run: LessonRun = { ...before, turn, until: null, done: [...new Set([...before.done, row.id])] }
  const recorded: LessonEffect[] =
    row.kind === 'step' ? [] : [{ kind: 'record', row, clean: 0, slips: 0, minutes: Math.round((clock.now - before.entered) / TENTH) / 10 }]
  const at = following(run, rows)
  const next = rows[at] as RunRow | undefined
  const effects: LessonEffect[] = [{ kind: 'let go' }, ...recorded, { kind: 'put up', row: next }]
  if (!next) return { run: { ...run, phase: 'over' }, effects }
  if (run.byHand) return { run: { ...run, phase: 'waiting' }, effects }
  if (row.rest === 0) {
    const entered = enter(run, at, rows, clock)
    return { run: entered.run, effects: [...effects, ...entered.effects] }
  }
  return {
    run: { ...run, phase: 'rest', until: clock.now + row.rest * 1000 },
    effects: [...effects, { kind: 'wait', seconds: row.rest, turn }],
  }
}
