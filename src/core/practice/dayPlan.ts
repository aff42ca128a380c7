import type { Day } from '../plan/calendar'
import type { Chunk } from './chunks'

/** A piece or an exercise that is learned. */
export type Learning = {
  readonly id: string
  readonly title: string
  readonly chunks: readonly Chunk[]
  /** Seconds that a measure takes at the tempo of the piece, by index. */
  readonly seconds: readonly number[]
  /** Quarter notes a minute in the end. */
  readonly tempo: number
  /** Titles of what it prepares: what is hard there is hard here too, and less of it. */
  readonly prepares: readonly string[]
}

/** What was done with a chunk on a day: how often clean, how often with a slip, and at which tempo. */
export type Done = {
  readonly day: Day
  readonly piece: string
  readonly chunk: string
  readonly clean: number
  readonly slips: number
  readonly tempo: number | null
}

/** What a day's item is. */
export const ITEM_KINDS = ['new', 'join', 'review', 'run-through'] as const
export type ItemKind = (typeof ITEM_KINDS)[number]

export type PlanItem = {
  /** The same for the same task of a plan, so that a teacher can move it. */
  readonly id: string
  readonly kind: ItemKind
  readonly piece: string
  readonly chunk: string
  /** Measures by index. */
  readonly from: number
  readonly to: number
  readonly minutes: number
  /** How often in a row it is to be clean. */
  readonly times: number
  readonly tempo: number
  readonly facts: ItemFacts
}

/** What an item is about, as data: the piece by its title, the chunk as it is said. */
export type ItemFacts = { readonly title: string; readonly says: string } & (
  | { readonly kind: 'new'; readonly prepares: readonly string[] }
  /** `line`: a printed line in one go. */
  | { readonly kind: 'join'; readonly line: boolean }
  | {
      readonly kind: 'review'
      readonly date: Day
      /** Days since the last time. */
      readonly days: number
      /** How the chunk stood. */
      readonly recorded: boolean
      readonly sure: boolean
      readonly slipped: boolean
    }
  | { readonly kind: 'run-through' }
)
export type PlanDay = { readonly date: Day; readonly minutes: number; readonly items: readonly PlanItem[] }

/** A chunk that is not reached, of a piece by its title. */
export type Left = { readonly piece: string; readonly says: string; readonly kind: Chunk['kind'] }

/** Why not all fits: there is no day; or what is left, of so many chunks, in so many days of so many minutes, and how many minutes a day would do (null: none that was tried). */
export type PlanProblem =
  | { readonly kind: 'no day' }
  | {
      readonly kind: 'left'
      readonly left: readonly Left[]
      readonly of: number
      readonly days: number
      readonly minutes: number
      readonly more: number | null
    }

/** A plan: its days, what does not fit, and what would make it fit; null: it all fits. */
export type DayPlan = { readonly days: readonly PlanDay[]; readonly left: readonly Left[]; readonly problem: PlanProblem | null }

export type PlanAsk = {
  readonly learnings: readonly Learning[]
  readonly days: readonly Day[]
  readonly minutes: number
  /** What has been done so far. The plan begins after it. */
  readonly done?: readonly Done[]
  /** Tasks that the teacher has put on a day, by their id. */
  readonly moved?: Readonly<Record<string, Day>>
}
