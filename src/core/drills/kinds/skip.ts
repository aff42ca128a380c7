import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { crossings } from './alternate'
import type { Generator } from './generator'

/** Over a string: the open strings first, with time for the arm, then as in the piece. */
export const skip = {
  kind: 'skip',
  name: DRILL_NAMES.skip,
  eases: 0.4,
  find: (c) =>
    crossings(c, 'skip', ['skip-string', 'skip-crossing'], (whose) => [
      { variant: 'open strings', pattern: 'o z q z | o q o q', purpose: drillWords(c.talk).CROSSING_SAYS.farOpen(whose) },
      {
        variant: 'as in the piece',
        pattern: 'a z b z | a b a b',
        purpose: drillWords(c.talk).CROSSING_SAYS.farStopped(whose),
      },
    ]),
} as const satisfies Generator
