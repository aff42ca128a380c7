import * as z from 'zod/mini'
import { COMBINATIONS, KEYS_TAUGHT, RHYTHMS, SIGNS } from './reads'
import { SHIFTS, MOST_STRINGS } from './learned'

const finger = z.int().check(z.minimum(1), z.maximum(4))
/** More than there are positions, strings or fingers: an end to what is taken, not a rule of the trade. */
const MOST_LISTED = 60

/** What one seat of a class has learned. Open strings are learned with their string. */
export const learnedSchema = z.object({
  /** Positions as {@link positionKey} names them: "I", "half", "raised III". */
  positions: z.array(z.string().check(z.maxLength(12))).check(z.maxLength(MOST_LISTED)),
  /** Index from the lowest. */
  strings: z.array(z.int().check(z.minimum(0), z.maximum(MOST_STRINGS - 1))).check(z.maxLength(MOST_LISTED)),
  fingers: z.array(finger).check(z.maxLength(MOST_LISTED)),
  /** Where the letter chooses the finger: fingers whose low and high places are learned. */
  low: z.array(finger).check(z.maxLength(MOST_LISTED)),
  high: z.array(finger).check(z.maxLength(MOST_LISTED)),
  /** The opened hand, back or forward: finger 1 reached back, finger 4 stretched or reached forward. */
  extensions: z.array(z.enum(['back', 'forward'])).check(z.maxLength(MOST_LISTED)),
  shifts: z.enum(SHIFTS),
  doubleStops: z.boolean(),
  /** What the eye has met. What was stored before this was asked has met everything: nothing is called new that nobody was asked about. */
  rhythms: z._default(z.array(z.enum(RHYTHMS)).check(z.maxLength(MOST_LISTED)), [...RHYTHMS]),
  signs: z._default(z.array(z.enum(SIGNS)).check(z.maxLength(MOST_LISTED)), [...SIGNS]),
  slurs: z._default(z.boolean(), true),
  combinations: z._default(z.array(z.enum(COMBINATIONS)).check(z.maxLength(MOST_LISTED)), [...COMBINATIONS]),
  /** Signatures by fifths. */
  keys: z._default(z.array(z.int().check(z.minimum(-7), z.maximum(7))).check(z.maxLength(MOST_LISTED)), [...KEYS_TAUGHT]),
})
export type Learned = Readonly<z.infer<typeof learnedSchema>>
