import { type Judged, type Question } from './question'
import type { Answer } from './answer.schema'

export type { Answer } from './answer.schema'

/** The longest that an answer is waited for, in milliseconds: what took longer was left lying. */
export const LONGEST_ANSWER = 120_000

export const MOST_AS = 80

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
