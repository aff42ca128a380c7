import type { Term } from './term.schema'

export type { Begun, TaskToPass, Tick, Term } from './term.schema'

/** Bounds of what a term holds. */
export const TERM_BOUNDS = { begun: 300, path: 60, tasks: 200, ticks: 8000, weeks: { least: 1, most: 20 } } as const

/** A term in which nothing has been done. */
export const NO_TERM: Term = {
  meets: [],
  begun: [],
  path: { pieces: null, places: {}, days: {}, from: null, weeks: 3 },
  tasks: [],
  ticks: [],
}
