import * as z from 'zod/mini'
import { letterName, type Letter, type Pitch } from '../music/pitch'

export const POSITION_WORDS = ['third position', 'position three', 'III'] as const

const word = z.string().check(z.trim(), z.maxLength(30))
/** Empty: as it is called here. */
const frameWordsSchema = z.object({
  number: z.string().check(z.trim(), z.maxLength(4)),
  word,
  mark: z.string().check(z.trim(), z.maxLength(4)),
})
export type FrameWords = Readonly<z.infer<typeof frameWordsSchema>>
export const NO_WORDS: FrameWords = { number: '', word: '', mark: '' }

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
  /** What stands behind a letter of the upper octave where a part has it in two: "D′". Empty: nothing. */
  upper: z._default(z.string().check(z.trim(), z.maxLength(3)), ''),
  /** How a position is said in a call. */
  positions: z._default(z.enum(POSITION_WORDS), 'third position'),
  /** The teacher's own number, word and mark of a frame, by our name for it. */
  frames: z._default(z.record(z.string().check(z.maxLength(60)), frameWordsSchema), {}),
  /** The class's own names for its tapes, by the finger as it is said: "low 2" is "the blue tape". */
  tapes: z._default(z.record(z.string().check(z.maxLength(40)), word), {}),
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
  upper: '',
  positions: 'third position',
  frames: {},
  tapes: {},
}

export const DO_RE_MI: Readonly<Record<Letter, string>> = { C: 'do', D: 're', E: 'mi', F: 'fa', G: 'sol', A: 'la', B: 'ti' }

/** A letter as it is written under a note: "F♯", or as the class names it: "fa♯", "F". */
export const writtenLetter = ({ names, sharps }: Pick<Talk, 'names' | 'sharps'>, p: Pitch): string =>
  `${names === 'letters' ? p.letter : DO_RE_MI[p.letter]}${sharps ? letterName(p).slice(1) : ''}`

/** A sentence with its low and high fingers as the class says them: "low 2 on D", "2 low on D", "↓2 on D". */
export const fingersAsSaid = ({ low }: Pick<Talk, 'low'>, text: string): string =>
  low === 'low 2'
    ? text
    : text.replace(/\b(low|high) ([1-4])\b/gi, (_, manner: string, finger: string) =>
        low === '2 low' ? `${finger} ${manner.toLowerCase()}` : `${manner.toLowerCase() === 'low' ? '↓' : '↑'}${finger}`,
      )

/** A frame's mark over the notes: the class's own, its number, or its name. */
export const frameMark = ({ frames }: Pick<Talk, 'frames'>, name: string): string => {
  const { number, word: own, mark } = frames[name] ?? NO_WORDS
  return mark || number || own || name
}

/** A frame as the class calls it: "2, hug ◆"; ours where it has no name of its own. */
export function sayFrame({ frames }: Pick<Talk, 'frames'>, name: string): string {
  const { number, word: own, mark } = frames[name] ?? NO_WORDS
  const said = [number, own].filter(Boolean).join(', ')
  return [said || name, mark].filter(Boolean).join(' ')
}

/** A tape as the class calls it, with the finger it is for: "blue (low 2)"; the finger alone where it has no name of its own. */
export const sayTape = (tapes: Talk['tapes'], says: string): string => (tapes[says] ? `${tapes[says]} (${says})` : says)
export const DEFAULT_CALLS: CallOptions = { ...DEFAULT_TALK, say: 'both' }
