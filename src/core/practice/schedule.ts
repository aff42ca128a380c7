import { measureTicks, QUARTER } from '../music/time'
import { USUAL_TEMPO } from '../performance/tempo'
import type { Practised } from '../drills/practised'
import type { Day } from '../plan/calendar'
import { chunksOf, type Chunk, type Cut } from './chunks'
import { courseOf, leftOf, nextDay, toTenth } from './course'
import { FEWEST, type ChunkStanding } from './standing'

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
  | ({ readonly kind: 'review'; readonly date: Day; /** Days since the last time. */ readonly days: number } & Pick<
      ChunkStanding,
      'recorded' | 'sure' | 'slipped'
    >)
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

/** Clean times in a row for what is hard. Common practice. */
const MOST_CLEAN_TIMES = 5
/** A point of load beyond which a measure is worth a fourth and a fifth time. */
const WORTH_MORE = 8
/** Minutes to set out for a task, and how many tries a clean time takes. From memory. */
const [SETTING, TRIES] = [0.3, 1.4]

/** A piece made ready to be planned; `others`: what it may prepare. */
export function learningOf(id: string, c: Practised, cut: Cut = {}, prepares: readonly string[] = []): Learning {
  const tempo = c.piece.tempo ?? USUAL_TEMPO
  return {
    id,
    title: c.piece.title,
    chunks: chunksOf(c, cut),
    seconds: c.measures.map((m) => ((measureTicks(m.meter) / QUARTER) * 60) / tempo),
    tempo,
    prepares,
  }
}

/** Clean times in a row that a chunk asks for. */
export const timesFor = ({ load, from, to }: Pick<Chunk, 'load' | 'from' | 'to'>): number =>
  Math.min(MOST_CLEAN_TIMES, FEWEST + Math.floor(load / (to - from + 1) / WORTH_MORE))

/** Minutes that a chunk takes at a part of its tempo, so often. To a tenth. */
export function minutesFor(l: Learning, chunk: Chunk, part: number, times: number): number {
  const seconds = l.seconds.slice(chunk.from, chunk.to + 1).reduce((a, b) => a + b, 0)
  return toTenth(SETTING + (seconds * times * TRIES) / part / 60)
}

/**
 * A plan day by day, over several pieces in one budget of minutes: what is due again first, then what joins what is known,
 * then what is new, the hardest places early, a piece that prepares another before it; run-throughs at the end. New work is
 * spread evenly over the days that there are for it. The same is always planned; what was recorded and what the teacher has
 * moved stands, and the rest goes around it.
 */
export function planDays(ask: PlanAsk): DayPlan {
  if (ask.days.length === 0) return { days: [], left: [], problem: { kind: 'no day' } }
  const made = schedule(ask)
  return { ...made, problem: made.left.length === 0 ? null : problemOf(ask, made.left) }
}

/** Minutes a day that are tried where not all fits, beside those that there are. */
const TRIED = [1.25, 1.5, 2, 3, 4] as const

function problemOf(ask: PlanAsk, left: readonly Left[]): PlanProblem {
  const { learnings, minutes, days } = ask
  const more = TRIED.map((f) => Math.ceil(minutes * f)).find((m) => schedule({ ...ask, minutes: m }).left.length === 0)
  const of = learnings.reduce((n, l) => n + l.chunks.filter((x) => x.kind === 'chunk').length, 0)
  return { kind: 'left', left, of, days: days.length, minutes, more: more ?? null }
}

/** Every day after the one before it: what stands then, and what is planned. */
function schedule(ask: PlanAsk): Omit<DayPlan, 'problem'> {
  const days: PlanDay[] = []
  let course = courseOf(ask)
  for (const _ of ask.days) {
    const [day, next] = nextDay(course)
    days.push(day)
    course = next
  }
  return { days, left: leftOf(course) }
}
