import type { Seat } from './instruments'

/**
 * A place of the hand along the string. `base` is where finger 1 stands when it is neither low nor high, in semitones
 * above the open string; `letters` is how many letters above the open string finger 1 plays (violin and viola, where the
 * letter names the position).
 */
export type Position = { readonly name: string; readonly base: number; readonly letters: number; readonly shade?: 'lowered' | 'raised' }

/** Violin and viola: by letter. The places follow the major scale of the open string. Common practice. */
const BY_LETTER: readonly Position[] = [
  { name: 'half', base: 1, letters: 0 },
  { name: 'I', base: 2, letters: 1 },
  { name: 'II', base: 4, letters: 2 },
  { name: 'III', base: 5, letters: 3 },
  { name: 'IV', base: 7, letters: 4 },
  { name: 'V', base: 9, letters: 5 },
  { name: 'VI', base: 11, letters: 6 },
  { name: 'VII', base: 12, letters: 7 },
]

/** Cello: by half steps, some positions in a lowered and a raised form. Common practice. */
const CELLO: readonly Position[] = [
  { name: 'half', base: 1, letters: 0 },
  { name: 'I', base: 2, letters: 1 },
  { name: 'II', base: 3, letters: 2, shade: 'lowered' },
  { name: 'II', base: 4, letters: 2 },
  { name: 'III', base: 5, letters: 3 },
  { name: 'III', base: 6, letters: 3, shade: 'raised' },
  { name: 'IV', base: 7, letters: 4 },
  { name: 'V', base: 8, letters: 5, shade: 'lowered' },
  { name: 'V', base: 9, letters: 5 },
  { name: 'VI', base: 10, letters: 6, shade: 'lowered' },
  { name: 'VI', base: 11, letters: 6 },
  { name: 'VII', base: 12, letters: 7 },
]

/** Bass: by half steps, with half-step names. Common practice of the 1-2-4 school; the 1-2-3-4 school names by finger 1 too. */
const BASS: readonly Position[] = ['half', 'I', 'II', 'II½', 'III', 'III½', 'IV', '', 'V½', 'VI', 'VI½', 'VII'].map((name, i) => ({
  name: name || 'V',
  base: i + 1,
  letters: 0,
}))

export const POSITIONS: Record<Seat, readonly Position[]> = { violin: BY_LETTER, viola: BY_LETTER, cello: CELLO, bass: BASS }

/** How a position is named in a list of what is learned: "III", "raised III". */
export const positionKey = (p: Position): string => (p.shade ? `${p.shade} ${p.name}` : p.name)
