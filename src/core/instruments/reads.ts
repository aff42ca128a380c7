/** What of a rhythm is learned beyond quarter notes, half notes and their rests, in the order in which it is usually taught. Common practice. */
export const RHYTHMS = [
  'whole',
  'eighths',
  'dotted half',
  'dotted quarter',
  'ties',
  'sixteenths',
  'triplets',
  'compound',
  'syncopation',
] as const
export type Rhythm = (typeof RHYTHMS)[number]

/** Signs before a note, beyond the signature. */
export const SIGNS = ['natural', 'sharp', 'flat'] as const
export type SignName = (typeof SIGNS)[number]

/** Known things that are new again where they first come together. Common practice. */
export const COMBINATIONS = ['slur across strings', 'fourth finger in a slur', 'dotted across strings', 'shift in a slur'] as const
export type Combination = (typeof COMBINATIONS)[number]

/** Signatures by fifths in the order in which a class usually meets them. Common practice. */
export const KEYS_TAUGHT: readonly number[] = [2, 1, 0, 3, -1, -2, 4, -3, -4, 5, -5, 6, -6, 7, -7]
