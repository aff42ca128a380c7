import { crossings } from './alternate'
import type { Generator } from './generator'

/** Over a string: the open strings first, with time for the arm, then as in the piece. */
export const skip = {
  kind: 'skip',
  name: 'Over a string',
  eases: 0.4,
  find: (c) =>
    crossings(c, 'skip', ['skip-string', 'skip-crossing'], (whose) => [
      { variant: 'open strings', pattern: 'o z q z | o q o q', purpose: `The arm finds the far string without the fingers, for ${whose}.` },
      {
        variant: 'as in the piece',
        pattern: 'a z b z | a b a b',
        purpose: `The far string with its finger, first with time for it, for ${whose}.`,
      },
    ]),
} as const satisfies Generator
