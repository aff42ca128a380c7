import type { Stretch } from '../piece/stretch'
import type { RunRow, Run } from './run.schema'

export type { RunRow, Run } from './run.schema'

/** Who plays a row: the whole class; the seats one after another; the first seat, then the others joining one by one; or those named. */
export const WHO = ['all', 'in turn', 'joining', 'these'] as const
export type Who = (typeof WHO)[number]
export const SAY_WHO: Readonly<Record<Who, string>> = {
  all: 'everyone',
  'in turn': 'each seat in turn',
  joining: 'one seat, then the next joins',
  these: 'only these',
}

/** Bounds of a run: rows of a lesson, minutes of a lesson, how often a row is played, seconds of a rest and of a step. */
export const RUN_BOUNDS = { rows: 60, shortest: 5, longest: 240, times: 20, rest: 600, least: 5, most: 3600, words: 200 } as const
export type PlayedRow = Exclude<RunRow, { kind: 'step' }>

/** Half an hour, and nothing in it. Common practice. */
export const USUAL_RUN: Run = { minutes: 30, rows: [] }

/** What a class does without notes, as it is told, and for how long. Common practice. */
export const USUAL_STEPS = [
  { words: 'Tune', seconds: 90 },
  { words: 'Set up: feet, seat, bow hand', seconds: 30 },
  { words: 'Find the first note, without a sound', seconds: 15 },
  { words: 'Listen with your eyes on the page', seconds: 60 },
] as const

/** Seconds of rest after what is played, and how a passage is put in: by everyone, with the bow, once. */
export const USUAL_REST = 10
const USUAL_PLAYED = { mode: 'bow', rate: 1, times: 1, who: 'all', seats: [], rest: USUAL_REST } as const

/** An id that no row has yet. */
const idAfter = (rows: readonly RunRow[]): string => `r${1 + Math.max(0, ...rows.map((r) => Number(/^r(\d+)$/.exec(r.id)?.[1] ?? 0)))}`

/** What can be put into a run, before it has its place. */
export type NewRow =
  | {
      readonly kind: 'passage'
      readonly from: number
      readonly to: number
      readonly rate?: number
      readonly times?: number
      readonly chunk?: string
    }
  | { readonly kind: 'drill'; readonly drill: string; readonly title: string; readonly times: number; readonly stretch?: Stretch }
  | { readonly kind: 'step'; readonly words: string; readonly seconds: number }

/** Rows with one more at the end, or after the row of an id. */
export function withRow(rows: readonly RunRow[], row: NewRow, after: string | null = null): RunRow[] {
  const id = idAfter(rows)
  const made: RunRow = row.kind === 'step' ? { id, rest: 0, ...row } : { ...USUAL_PLAYED, seats: [], id, ...row }
  const at = after === null ? rows.length : rows.findIndex((r) => r.id === after) + 1
  return [...rows.slice(0, at), made, ...rows.slice(at)]
}

/** The least and most of the written tempo that is played. */
export const RATES = { least: 0.3, most: 1.5 } as const
