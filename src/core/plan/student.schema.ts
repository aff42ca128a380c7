import * as z from 'zod/mini'
import { LANGUAGES } from '../language'
import { AMOUNTS } from './amounts'
import { seatIdSchema } from '../seats/seat.schema'
import { LENGTHS } from '../tapes/tapes'

/** How many pieces a student may be given by name. */
const MOST_ASSIGNED = 200

/** A student of a class: first name, the seat they play at, their instrument's size or measured string, and what holds for them alone. */
export const studentSchema = z.object({
  id: z.uuid(),
  /** First name: nothing more is asked for. */
  name: z.string().check(z.trim(), z.minLength(1), z.maxLength(60)),
  seat: seatIdSchema,
  /** A size by its name; empty: not said. */
  size: z._default(z.string().check(z.maxLength(20)), ''),
  /** Nut to bridge in millimetres, where it was measured. */
  length: z._default(z.nullable(z.number().check(z.minimum(LENGTHS.least), z.maximum(LENGTHS.most))), null),
  /** The fourth finger is not used yet. */
  noFourth: z._default(z.boolean(), false),
  /** Large print. */
  large: z._default(z.boolean(), false),
  /** The pieces that are theirs; null: all that the class has. */
  pieces: z._default(z.nullable(z.array(z.uuid()).check(z.maxLength(MOST_ASSIGNED))), null),
  /** Pieces of which they play a saved version of their own, by its number. */
  versions: z._default(z.record(z.uuid(), z.int().check(z.minimum(1), z.maximum(2_000_000_000))), {}),
  /** How much is written in for them; null: as for their seat. */
  much: z._default(z.nullable(z.enum(AMOUNTS)), null),
  /** The language of their own pages and sheets; null: as the class has it. */
  language: z._default(z.nullable(z.enum(LANGUAGES)), null),
})
export type Student = Readonly<z.infer<typeof studentSchema>>
