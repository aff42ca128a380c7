import { count } from '../count'
import { inSentence, sayList } from '../names'
import { measuresPlayed } from '../performance/performance'
import { sayMeasure, sayStretch } from '../piece/address'
import type { Line, Piece } from '../piece/piece'
import type { Stretch } from '../piece/stretch'
import type { SeatId } from '../seats/seat'
import { takeOf } from '../sounding/take'
import { RATES } from '../plan/run'
import { stretchOf } from './chunks'
import type { PracticeRecord } from '../plan/record'
import { RUN_BOUNDS, USUAL_STEPS, withRow, type NewRow, type PlayedRow, type RunRow } from '../plan/run'

/** What is planned for a day of a piece, as the plan says it. */
export type Planned = { readonly chunk: string; readonly tempo: number; readonly times: number }
/** What a warm-up has in it: a drill, or a step with its words. */
export type Warming =
  | { readonly drill: string; readonly title: string; readonly times: number; readonly stretch?: Stretch }
  | { readonly words: string; readonly seconds: number }

const rowFor = (w: Warming): NewRow => ('drill' in w ? { kind: 'drill', ...w } : { kind: 'step', ...w })

/** A run with the warm-up in it: what is in already stays where it is, the rest comes before the first passage, in its order. */
export function runWithWarmup(rows: readonly RunRow[], warmup: readonly Warming[]): RunRow[] {
  const isIn = (w: Warming) =>
    rows.some((r) => ('drill' in w ? r.kind === 'drill' && r.drill === w.drill : r.kind === 'step' && r.words === w.words))
  const first = rows.findIndex((r) => r.kind === 'passage')
  const before = first < 0 ? rows.length : first
  let all: RunRow[] = [...rows]
  warmup
    .filter((w) => !isIn(w))
    .slice(0, RUN_BOUNDS.rows - rows.length)
    .forEach((w, i) => {
      const made = withRow(all, rowFor(w))
      const row = made[made.length - 1]
      all = [...all.slice(0, before + i), row, ...all.slice(before + i)]
    })
  return all
}

/** A warm-up as it is played by itself, item after item: between two of them there is time to tell the next one. `telling`: seconds. */
export const warmupRows = (warmup: readonly Warming[], telling: number): RunRow[] =>
  runWithWarmup([], warmup).map((row): RunRow => (row.kind === 'step' ? row : { ...row, rest: telling }))

/**
 * A lesson's run out of the warm-up and of what the plan has for the day: tuned first, then the warm-up, then the passages of
 * the plan, each slowly as the plan says, and the whole piece without stopping. `measures`: how many the piece has; `tempo`: its own.
 */
export function runOf(warmup: readonly Warming[], planned: readonly Planned[], measures: number, tempo: number): RunRow[] {
  const [tune, , find] = USUAL_STEPS
  const whole: NewRow = { kind: 'passage', from: 0, to: measures - 1 }
  const passages = planned.flatMap((p): NewRow[] => {
    const stretch = stretchOf(p.chunk)
    if (!stretch || p.chunk === 'whole' || stretch.from >= measures) return []
    const rate = Math.round(Math.min(RATES.most, Math.max(RATES.least, p.tempo / tempo)) * 100) / 100
    const times = Math.min(RUN_BOUNDS.times, p.times)
    return [{ kind: 'passage', from: stretch.from, to: Math.min(stretch.to, measures - 1), rate, times, chunk: p.chunk }]
  })
  const rows: NewRow[] = [{ kind: 'step', ...tune }, ...warmup.map(rowFor), { kind: 'step', ...find }, ...passages, whole]
  return rows.slice(0, RUN_BOUNDS.rows).reduce<RunRow[]>((all, row) => withRow(all, row), [])
}

/** A passage as the piece has it now: what was cut off at the end is left out. */
export const within = ({ from, to }: { readonly from: number; readonly to: number }, measures: number) => ({
  from: Math.min(from, measures - 1),
  to: Math.min(to, measures - 1),
})

/** One time through a row: who plays then. */
export type Turn = { readonly seats: readonly SeatId[] }

/** Who plays a row, time after time, without stopping: "violins four times, then violas join". */
export function turnsOf({ who, seats, times }: Pick<PlayedRow, 'who' | 'seats' | 'times'>, all: readonly SeatId[]): Turn[] {
  const often = (s: readonly SeatId[]): Turn[] => Array.from({ length: times }, () => ({ seats: s }))
  switch (who) {
    case 'all':
      return often(all)
    case 'these': {
      const named = all.filter((s) => seats.includes(s))
      return often(named.length ? named : all)
    }
    case 'in turn':
      return all.flatMap((s) => often([s]))
    case 'joining':
      return all.flatMap((_s, i) => often(all.slice(0, i + 1)))
  }
}

/** How the turns of a row are counted and parted: what is counted before the first and before each other one, and the beats of silence after each. */
export type Parting = { readonly breath: number; readonly parts: boolean }
/** What is counted before a turn: a whole count before the first, two beats before the others, none where there is no breath. */
export const countBefore = (turn: number, breath: number): 'whole' | 'last two' | 'none' =>
  turn === 0 ? 'whole' : breath > 0 ? 'last two' : 'none'
/** The silence after a turn: the last two beats of a breath are counted. */
export const silenceAfter = (breath: number): number => Math.max(0, breath - 2)

/** Seconds that a row is played, turn after turn, each with its count. `music`: the piece, or the drill's own. */
export function playingSeconds(music: Piece, row: PlayedRow, turns: number, { breath, parts }: Parting): number {
  const silent = { seats: {}, measures: measuresPlayed(music), lasts: 0 }
  const stretch = row.kind === 'passage' ? within(row, music.lines[0].measures.length) : null
  const once = (turn: number) =>
    takeOf(music, silent, [], {
      stretch,
      rate: row.rate,
      countIn: countBefore(turn, breath),
      introduction: 0,
      breath: silenceAfter(breath),
      parts,
      seats: null,
    }).lasts
  return turns === 0 ? 0 : once(0) + (turns > 1 ? (turns - 1) * once(1) : 0)
}

/** Seconds that a row takes with its rest. `music`: null where it is not known yet, which takes no time. */
export function secondsOf(row: RunRow, music: Piece | null, all: readonly SeatId[], parting: Parting): number {
  if (row.kind === 'step') return row.seconds + row.rest
  return (music ? playingSeconds(music, row, turnsOf(row, all).length, parting) : 0) + row.rest
}

/** Who plays: "everyone", "viola and cello". */
export const sayWhoPlays = (seats: readonly SeatId[], names: ReadonlyMap<SeatId, string>): string =>
  seats.length === names.size ? 'everyone' : sayList(seats.map((s) => inSentence(names.get(s) ?? s)))

/** "Next: violas, measure 5": who plays next, and what. */
export const sayNext = ({ seats }: Turn, names: ReadonlyMap<SeatId, string>, where: string): string =>
  `Next: ${sayWhoPlays(seats, names)}, ${where}`

/** What a row is about: "line 2, measures 1 and 2", the title of a drill, the words of a step. */
export function sayRow(row: RunRow, line: Line): string {
  if (row.kind === 'step') return row.words
  if (row.kind === 'drill') return row.title
  const { from, to } = within(row, line.measures.length)
  if (from === 0 && to === line.measures.length - 1) return 'the whole piece'
  return from === to ? sayMeasure(line, from) : sayStretch(line, from, to)
}

/** "Next: viola, measure 5", "Next: tune": the row that comes. */
export function sayComing(row: RunRow, line: Line, all: readonly SeatId[], names: ReadonlyMap<SeatId, string>): string {
  if (row.kind === 'step') return `Next: ${asSaid(row.words)}`
  return sayNext(turnsOf(row, all)[0], names, asSaid(sayRow(row, line)))
}

/** A title in the middle of a sentence: "the D string, steps"; a letter alone is a note and stays: "B to C". */
const asSaid = (title: string): string => title.replace(/^[A-Z](?=[a-z])/, (c) => c.toLowerCase())

/** The time that a run takes against the lesson's: "18 of 20 minutes", or by how much it is too long. */
export function sayTime(seconds: number, lesson: number): string {
  const minutes = Math.ceil(seconds / 60)
  return minutes <= lesson
    ? `${minutes} of ${count(lesson, 'minute')}`
    : `${minutes} minutes, ${count(minutes - lesson, 'minute')} too long`
}

/** Minutes that are left of a lesson, begun ones counted whole: "12 minutes left", "Time is up". */
export const sayLeft = (seconds: number): string => (seconds > 0 ? `${count(Math.ceil(seconds / 60), 'minute')} left` : 'Time is up')

/** "3:05" of seconds. */
export function sayClock(seconds: number): string {
  const whole = Math.max(0, Math.ceil(seconds))
  return `${Math.floor(whole / 60)}:${`${whole % 60}`.padStart(2, '0')}`
}

/** How a row that was played goes into the record: what of the piece it was. Null: nothing of it is recorded. `measures`: how many the piece has. */
export function recordedAs(row: RunRow, measures: number): Pick<PracticeRecord, 'what' | 'target'> | null {
  switch (row.kind) {
    case 'step':
      return null
    case 'drill':
      return { what: 'drill', target: row.drill }
    case 'passage': {
      const { from, to } = within(row, measures)
      if (row.chunk && to === row.to) return { what: 'chunk', target: row.chunk }
      return { what: 'chunk', target: from === 0 && to === measures - 1 ? 'whole' : `${from}-${to}` }
    }
  }
}
