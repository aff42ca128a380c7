import type { FeltBeat } from '../piece/headline'
import type { Day, Weekday } from '../plan/calendar'
import type { Chunk } from './chunks'

/** A piece or an exercise that is learned. */
export type Learning = {
  readonly id: string
  readonly title: string
  readonly chunks: readonly Chunk[]
  /** The whole in two, three, four parts: for days that are too short to run it through. */
  readonly parts: readonly (readonly Chunk[])[]
  /** Its beginning as far as a measure by index, as it is said. */
  readonly until: (to: number) => string
  /** Seconds that a measure takes at the tempo of the piece, by index. */
  readonly seconds: readonly number[]
  /** Quarter notes a minute in the end. */
  readonly tempo: number
  /** The beat in which its tempo is said. */
  readonly beat: FeltBeat
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
      /** Before it is due: there is time for it. */
      readonly early: boolean
      /** How often it slipped, where that is too often, and the measure in it that is to be taken by itself. */
      readonly often: { readonly slips: number; readonly alone: string | null } | null
    }
  /** `part`: of so many in which the piece is run through, for the day is too short for all of it; null: all of it. */
  | { readonly kind: 'run-through'; readonly part: { readonly nth: number; readonly of: number } | null }
)
export type PlanDay = { readonly date: Day; readonly minutes: number; readonly items: readonly PlanItem[] }

/** A chunk that is not reached, of a piece by its title. */
export type Left = { readonly piece: string; readonly says: string; readonly kind: Chunk['kind'] }

/** What would make a plan fit: each was tried. */
export type PlanHelp =
  | { readonly kind: 'minutes'; readonly minutes: number }
  | { readonly kind: 'weekday'; readonly weekdays: readonly Weekday[] }
  /** Without a piece, by its title. */
  | { readonly kind: 'without'; readonly piece: string }
  /** No more of a piece than a stretch from its beginning. */
  | { readonly kind: 'less'; readonly piece: string; readonly says: string }

/** Why not all fits: there is no day; or what is left in so many days of so many minutes, and what would help. */
export type PlanProblem =
  | { readonly kind: 'no day' }
  | {
      readonly kind: 'left'
      readonly left: readonly Left[]
      readonly days: number
      readonly minutes: number
      readonly helps: readonly PlanHelp[]
      /** What was tried: so many minutes, other days, fewer pieces. */
      readonly tried: { readonly minutes: number; readonly days: boolean; readonly pieces: boolean }
    }

/** A plan: its days, what does not fit, and what would make it fit; null: it all fits. `needs`: minutes of which no day takes more, where that is far less than there are. */
export type DayPlan = {
  readonly days: readonly PlanDay[]
  readonly left: readonly Left[]
  readonly problem: PlanProblem | null
  readonly spare: { readonly needs: number; readonly minutes: number } | null
}

export type PlanAsk = {
  readonly learnings: readonly Learning[]
  /** The days that are left. The last of them is the day that all is for: the concert. */
  readonly days: readonly Day[]
  /** How many days of the plan lie behind. */
  readonly gone?: number
  readonly minutes: number
  /** The days there would be with one more weekday, or several. */
  readonly others?: readonly { readonly weekdays: readonly Weekday[]; readonly days: readonly Day[] }[]
  /** What has been done so far. The plan begins after it. */
  readonly done?: readonly Done[]
  /** Tasks that the teacher has put on a day, by their id. */
  readonly moved?: Readonly<Record<string, Day>>
}
