import * as z from 'zod/mini'
import { MOST_SEATS } from './bounds'
import { policyChangeSchema } from '../fingering/policy.schema'
import { INSTRUMENTS } from '../instruments/all'
import { MOST_STRINGS } from '../instruments/learned'
import { learnedSchema } from '../instruments/learned.schema'
import { clefNameSchema } from '../music/clef.schema'
import { pitchSchema } from '../music/pitch.schema'

/** A seat of a class by its id, which its plans and records name. No number, so that it keeps its place in a record; "all" is every seat. */
export const seatIdSchema = z.string().check(z.regex(/^(?!all$)(?=.{1,32}$)[a-z][a-z0-9]*(-[a-z0-9]+)*$/))

/** A seat as it is stored: who plays what, and what they have learned. */
export const seatRowSchema = z.object({
  id: seatIdSchema,
  /** "Violin", "Violin 2", "Basses at the back". */
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(40)),
  instrument: z.enum(INSTRUMENTS.map((i) => i.id)),
  /** Open strings, low to high, as the part writes them, where they are not the usual ones. */
  tuning: z.optional(z.array(pitchSchema).check(z.minLength(1), z.maxLength(MOST_STRINGS))),
  /** Tuned higher or lower as a whole, it reads as if it were tuned as usual: its part is transposed. */
  transposed: z.optional(z.boolean()),
  /** The clef it reads, where it is not the usual one. */
  clef: z.optional(clefNameSchema),
  /** How many play it; 0: not said. */
  players: z.int().check(z.minimum(0), z.maximum(200)),
  learned: learnedSchema,
  /** What it does otherwise than its class. */
  policy: policyChangeSchema,
})
export type SeatRow = Readonly<z.infer<typeof seatRowSchema>>

/** The seats of a class, in score order; no two of one id. */
export const seatRowsSchema = z.array(seatRowSchema).check(
  z.minLength(1),
  z.maxLength(MOST_SEATS),
  z.refine((rows) => new Set(rows.map((r) => r.id)).size === rows.length, 'two seats have one id'),
)
