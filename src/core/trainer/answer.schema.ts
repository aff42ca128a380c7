import * as z from 'zod/mini'
import { timeSchema } from '../bounds.schema'
import { seatIdSchema } from '../seats/seat.schema'
import { MISTAKES, QUESTION_KINDS } from './question'
import { LONGEST_ANSWER, MOST_AS } from './answer'

/**
 * One answer to one question, as it is kept: by a student, or (empty) by all of a seat together. `item` is the question's,
 * `as` what the note was taken for, `ms` how long it took.
 */
export const answerSchema = z.object({
  id: z.uuid(),
  seat: seatIdSchema,
  /** A student's id; empty: the whole seat, said aloud. */
  student: z._default(z.string().check(z.maxLength(60)), ''),
  item: z.string().check(z.minLength(1), z.maxLength(200)),
  kind: z.enum(QUESTION_KINDS),
  note: z.string().check(z.maxLength(6)),
  right: z.boolean(),
  mistake: z.nullable(z.enum(MISTAKES)),
  as: z.string().check(z.maxLength(MOST_AS)),
  ms: z.int().check(z.minimum(0), z.maximum(LONGEST_ANSWER)),
  at: timeSchema,
})
export type Answer = Readonly<z.infer<typeof answerSchema>>
