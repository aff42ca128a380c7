/** How an answer goes wrong: what readers of string parts really do. Common practice. */
export const MISTAKES = [
  'a letter off',
  'in another clef',
  'the other form',
  'on the wrong string',
  'with the wrong finger',
  'step for skip',
  'crossing not seen',
  'not all',
  'too many',
  'stem the wrong way',
  'counted wrong',
  'somewhere else',
] as const
export type Mistake = (typeof MISTAKES)[number]
