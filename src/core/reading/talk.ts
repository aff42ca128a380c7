import * as z from 'zod/mini'

/** How a class talks: the words in which its parts are spoken. */
export const talkSchema = z.object({
  /** "F sharp", or "F" to save a syllable. */
  sharps: z.boolean(),
  names: z.enum(['letters', 'do-re-mi']),
  lengths: z.enum(['none', 'quarters', 'crotchets']),
  /** "High D" and "low D" apart from the open string of that letter. */
  high: z.boolean(),
  low: z.enum(['low 2', '2 low', '↓2']),
  strings: z.enum(['never', 'changes', 'always']),
  numbers: z.enum(['words', 'figures']),
})
export type Talk = Readonly<z.infer<typeof talkSchema>>

/** What is said of each note: chosen anew whenever it is called. */
export const SAID = ['letters', 'fingers', 'both'] as const
export type Say = (typeof SAID)[number]

/** How a class speaks its part aloud. */
export type CallOptions = Talk & { readonly say: Say }

export const DEFAULT_TALK: Talk = {
  sharps: true,
  names: 'letters',
  lengths: 'none',
  high: true,
  low: 'low 2',
  strings: 'changes',
  numbers: 'words',
}
export const DEFAULT_CALLS: CallOptions = { ...DEFAULT_TALK, say: 'both' }
