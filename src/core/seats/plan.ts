import * as z from 'zod/mini'
import { pinSchema, type Pin } from '../fingering/pins'
import { policyChangeSchema, type PolicyChange } from '../fingering/policy'
import { substituteSchema, type Substitute } from '../fingering/substitute'
import { learnedSchema, type Learned } from '../instruments/learned'
import { mended } from '../mend'
import { runSchema, USUAL_RUN, type Run } from '../practice/run'
import { USUAL_WARMUP, warmupSettledSchema, type WarmupSettled } from '../practice/settled'
import { MOST_LINES } from '../piece/piece'
import { spotChoiceSchema } from '../reading/choice'
import type { SpotKind } from '../reading/spots/detectors'
import { bookSchema, type Book } from './book'
import { seatIdSchema, type BySeat, type SeatId } from './seat'
import { upgradedPlan } from './upgrade'

/** The octave a seat reads in: where it fits best, or so many octaves from the line as it sounds. */
const octaveSchema = z.union([z.literal('auto'), z.int().check(z.minimum(-5), z.maximum(5))])
export type OctaveChoice = z.infer<typeof octaveSchema>

/** What is not said of a seat is undecided: plans outlive the class that they were made for. */
const perSeat = <T extends z.ZodMiniType>(value: T) => z.partialRecord(seatIdSchema, value)

/** What the teacher has decided about a piece. Everything else is computed from it, never stored. */
export const planSchema = z.object({
  octaves: perSeat(octaveSchema),
  /** Which line of the piece each seat reads, from 0; undecided: the one that is its own by name or clef. */
  lines: perSeat(z.int().check(z.minimum(0), z.maximum(MOST_LINES - 1))),
  /** What this piece has otherwise than its class; and a seat otherwise than the piece. */
  policy: policyChangeSchema,
  seatPolicy: perSeat(policyChangeSchema),
  /** What seats are taken to have learned for this piece; null: as the class. */
  learned: z.nullable(perSeat(learnedSchema)),
  /** By seat, by event id. */
  pins: perSeat(z.record(z.string(), pinSchema)),
  substitutes: perSeat(z.record(z.string(), substituteSchema)),
  /** Which spots are shown; plans from before there were any have settled nothing. */
  spots: z._default(spotChoiceSchema, { kinds: {}, muted: [] }),
  /** Where it is printed for the class, and what a seat's own book has otherwise. */
  book: z._default(bookSchema, {}),
  seatBooks: z._default(perSeat(bookSchema), {}),
  /** How the class warms up for it; a plan from before there was any is as nobody had settled anything. */
  warmup: z._default(warmupSettledSchema, USUAL_WARMUP),
  /** How a lesson on it runs. */
  run: z._default(runSchema, USUAL_RUN),
})
export type Plan = Readonly<z.infer<typeof planSchema>>

/** Every seat where it fits, on its own line, nothing pinned, all else as the class. */
export const emptyPlan = (): Plan => ({
  octaves: {},
  lines: {},
  policy: {},
  seatPolicy: {},
  learned: null,
  pins: {},
  substitutes: {},
  spots: { kinds: {}, muted: [] },
  book: {},
  seatBooks: {},
  warmup: USUAL_WARMUP,
  run: USUAL_RUN,
})

/** Where a piece is printed for a seat. */
export const bookFor = (plan: Plan, seat: SeatId): Book => {
  const own = plan.seatBooks[seat]
  return own ? { ...plan.book, ...own } : plan.book
}

/** The plan with something of the printed page said otherwise, for the class or in one seat's book; undefined takes it back. */
export function withBook(plan: Plan, seat: SeatId | null, change: Partial<Book>): Plan {
  const merged = (book: Book): Book =>
    Object.fromEntries(Object.entries({ ...book, ...change }).filter(([, v]) => v !== undefined && v !== '')) as Book
  if (seat === null) return { ...plan, book: merged(plan.book) }
  const { [seat]: own = {}, ...others } = plan.seatBooks
  const next = merged(own)
  return { ...plan, seatBooks: Object.keys(next).length ? { ...others, [seat]: next } : others }
}

/**
 * A plan as it was stored: what it says that is not known any more is dropped, the rest holds; one that cannot be read at
 * all is an empty one.
 */
export const readPlan = (stored: unknown): Plan => mended(planSchema, upgradedPlan(stored), emptyPlan()) ?? emptyPlan()

/** The plan with a pin set at an event of a seat; null lifts it. */
export function withPin(plan: Plan, seat: SeatId, event: string, pin: Pin | null): Plan {
  const { [event]: _, ...others } = plan.pins[seat] ?? {}
  return { ...plan, pins: { ...plan.pins, [seat]: pin ? { ...others, [event]: pin } : others } }
}

/** The plan with a seat's octave chosen. */
export const withOctave = (plan: Plan, seat: SeatId, octave: OctaveChoice): Plan => ({
  ...plan,
  octaves: { ...plan.octaves, [seat]: octave },
})

/** The plan with a seat reading another line. */
export const withLine = (plan: Plan, seat: SeatId, line: number): Plan => ({ ...plan, lines: { ...plan.lines, [seat]: line } })

/** The change with one decision made otherwise (undefined: as the class has it). */
function decide<K extends keyof PolicyChange>(change: PolicyChange, key: K, value: PolicyChange[K]): PolicyChange {
  const { [key]: _, ...others } = change
  return value === undefined ? others : { ...others, [key]: value }
}

/** The plan with one decision made otherwise than the class, for the piece or for one seat; undefined takes it back. */
export function withDecision<K extends keyof PolicyChange>(plan: Plan, seat: SeatId | null, key: K, value: PolicyChange[K]): Plan {
  if (seat === null) return { ...plan, policy: decide(plan.policy, key, value) }
  return { ...plan, seatPolicy: { ...plan.seatPolicy, [seat]: decide(plan.seatPolicy[seat] ?? {}, key, value) } }
}

/** The plan with what seats have learned of its own; null: as the class. */
export const withLearned = (plan: Plan, learned: BySeat<Learned> | null): Plan => ({ ...plan, learned })

/** The plan with substitutes put at events of a seat; null takes one away. */
export function withSubstitute(plan: Plan, seat: SeatId, changes: Readonly<Record<string, Substitute | null>>): Plan {
  const next: Record<string, Substitute> = { ...plan.substitutes[seat] }
  for (const [event, s] of Object.entries(changes)) {
    if (s) next[event] = s
    else delete next[event]
  }
  return { ...plan, substitutes: { ...plan.substitutes, [seat]: next } }
}

/** The plan with a kind of spot always shown or hidden; null: as the class and its level have it. */
export function withKind(plan: Plan, kind: SpotKind, choice: 'show' | 'hide' | null): Plan {
  const { [kind]: _, ...others } = plan.spots.kinds
  return { ...plan, spots: { ...plan.spots, kinds: choice ? { ...others, [kind]: choice } : others } }
}

/** The plan with one spot muted, or heard again. */
export function withMuted(plan: Plan, ids: readonly string[], muted: boolean): Plan {
  const others = plan.spots.muted.filter((m) => !ids.includes(m))
  return { ...plan, spots: { ...plan.spots, muted: muted ? [...others, ...ids] : others } }
}

/** The plan with something of its warm-up settled otherwise. */
export const withWarmup = (plan: Plan, change: (w: WarmupSettled) => WarmupSettled): Plan => ({ ...plan, warmup: change(plan.warmup) })

/** The plan with another run of a lesson. */
export const withRun = (plan: Plan, change: (run: Run) => Run): Plan => ({ ...plan, run: change(plan.run) })
