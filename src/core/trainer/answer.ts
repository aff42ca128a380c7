import * as z from 'zod/mini'
import { timeSchema } from '../bounds'
import { seatIdSchema } from '../seats/seat'
import { MISTAKES, QUESTION_KINDS, type Judged, type Question } from './question'

/** The longest that an answer is waited for, in milliseconds: what took longer was left lying. */
export const LONGEST_ANSWER = 120_000

const MOST_AS = 80

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

/** An answer to a question as it was judged, made after so many milliseconds; of the whole seat until somebody says whose it is. */
export const answerTo = (
  { seat, item, kind, note }: Question,
  { right, mistake, as }: Judged,
  { id, ms, at }: Pick<Answer, 'id' | 'ms' | 'at'>,
): Answer => ({
  ...{ id, seat, student: '', item, kind, note, right, mistake, at },
  as: as.slice(0, MOST_AS),
  ms: Math.min(LONGEST_ANSWER, Math.round(ms)),
})
