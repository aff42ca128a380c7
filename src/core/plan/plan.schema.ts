import * as z from 'zod/mini'
import { pinSchema } from '../fingering/pins.schema'
import { policyChangeSchema } from '../fingering/policy.schema'
import { substituteSchema } from '../fingering/substitute.schema'
import { learnedSchema } from '../instruments/learned.schema'
import { mended } from '../mend'
import { USUAL_RUN } from './run'
import { runSchema } from './run.schema'
import { USUAL_WARMUP } from './settled'
import { warmupSettledSchema } from './settled.schema'
import { MOST_LINES } from '../piece/piece'
import { spotChoiceSchema } from './choice.schema'
import { bookSchema } from '../seats/book.schema'
import { seatIdSchema } from '../seats/seat.schema'
import { upgradedPlan } from './upgrade'
import { emptyPlan } from './plan'

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
  /** Of a seat that reads a line made for it, at the pitches of that line: the octave that it had before. */
  octavesBefore: z._default(perSeat(octaveSchema), {}),
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

/**
 * A plan as it was stored: what it says that is not known any more is dropped, the rest holds; one that cannot be read at
 * all is an empty one.
 */
export const readPlan = (stored: unknown): Plan => mended(planSchema, upgradedPlan(stored), emptyPlan()) ?? emptyPlan()
