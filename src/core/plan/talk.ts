import { plainNote, printedNote } from '../music/noteName'
import type { MeasureWord } from '../piece/placeWords'
import type { Pitch } from '../music/pitch'
import type { FrameWords, Talk } from './talk.schema'

export type { FrameWords, Talk } from './talk.schema'

export const POSITION_WORDS = ['third position', 'position three', 'III'] as const
export const NO_WORDS: FrameWords = { number: '', word: '', mark: '' }

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
  measure: 'measure',
}

/** What a measure is called by who is spoken to. */
export const measureWord = ({ measure, language }: Pick<Talk, 'measure' | 'language'>): MeasureWord =>
  language === 'es' ? 'compás' : measure

/** A letter as it is written under a note: "F♯", or as the class names it: "fa♯", "F". */
export const writtenLetter = ({ names, sharps }: Pick<Talk, 'names' | 'sharps'>, p: Pitch): string =>
  sharps ? printedNote(names, p) : plainNote(names, p.letter)

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
