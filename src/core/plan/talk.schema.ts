import * as z from 'zod/mini'
import { LANGUAGES } from '../language'
import { NOTE_NAMES } from '../music/noteName'
import { POSITION_WORDS } from './talk'

const word = z.string().check(z.trim(), z.maxLength(30))
/** Empty: as it is called here. */
const frameWordsSchema = z.object({
  number: z.string().check(z.trim(), z.maxLength(4)),
  word,
  mark: z.string().check(z.trim(), z.maxLength(4)),
})
export type FrameWords = Readonly<z.infer<typeof frameWordsSchema>>

/** How a class talks: the words in which its parts are spoken. */
export const talkSchema = z.object({
  /** "F sharp", or "F" to save a syllable. */
  sharps: z.boolean(),
  names: z.enum(NOTE_NAMES),
  lengths: z.enum(['none', 'quarters', 'crotchets']),
  /** "High D" and "low D" apart from the open string of that letter. */
  high: z.boolean(),
  low: z.enum(['low 2', '2 low', '↓2']),
  strings: z.enum(['never', 'changes', 'always']),
  numbers: z.enum(['words', 'figures']),
  /** What stands behind a letter of the upper octave where a part has it in two: "D′". Empty: nothing. */
  upper: z._default(z.string().check(z.trim(), z.maxLength(3)), ''),
  /** How a position is said in a call. */
  positions: z._default(z.enum(POSITION_WORDS), 'third position'),
  /** The teacher's own number, word and mark of a frame, by our name for it. */
  frames: z._default(z.record(z.string().check(z.maxLength(60)), frameWordsSchema), {}),
  /** The class's own names for its tapes, by the finger as it is said: "low 2" is "the blue tape". */
  tapes: z._default(z.record(z.string().check(z.maxLength(40)), word), {}),
  /** What a measure is called. */
  measure: z._default(z.enum(['measure', 'bar']), 'measure'),
  /** The language that pupils are spoken to in. Of their own pages and sheets: a class's own talk has none. */
  language: z.optional(z.enum(LANGUAGES)),
})
export type Talk = Readonly<z.infer<typeof talkSchema>>
