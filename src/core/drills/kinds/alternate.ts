import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import type { SpotKind } from '../../plan/spotKinds'
import type { DrillKind, Sketch, Touch } from '../drill'
import { isAllPlucked, openTouch, touchAt, type SeatAtWork, type Practised } from '../practised'
import type { Generator } from './generator'
import { namesIn, pairsOf, patterned, keptPair, type Pair } from './pairs'

/** A pair with its open strings: `o` and `q` are the strings of a and b. */
export const withOpen =
  ({ a, b }: Pick<Pair, 'a' | 'b'>) =>
  (p: SeatAtWork, what: string): Touch | null => {
    const touch = touchAt(p, what === 'a' || what === 'o' ? a : b)
    return touch && (what === 'o' || what === 'q') ? openTouch(p, touch.string) : touch
  }

/** Drills of a crossing: on the open strings alone, then with the fingers. */
export const crossings = (
  c: Practised,
  kind: DrillKind,
  kinds: readonly SpotKind[],
  says: (whose: readonly string[]) => readonly CrossingDrill[],
): Sketch[] =>
  pairsOf(c, kinds, undefined, true).flatMap((pair) =>
    says(namesIn(c, pair.ats)).map(({ variant, pattern, purpose }) =>
      patterned(c, {
        kind,
        variant,
        about: `${keptPair(pair.pitches)}, ${variant}`,
        title: (t) => drillWords(c.talk).pairTitle(t, pair.pitches, variant),
        purpose,
        pattern,
        ats: pair.ats,
        touch: withOpen(pair),
      }),
    ),
  )
export type CrossingDrill = { readonly variant: string; readonly pattern: string; readonly purpose: string }

/** Two strings by turns: the bow alone, and with the left hand where it crosses too. */
export const alternate = {
  kind: 'alternate',
  name: DRILL_NAMES.alternate,
  eases: 0.35,
  find: (c) => [
    ...crossings(c, 'alternate', ['hand-crossing', 'skip-crossing'], (whose) => [
      isAllPlucked(c)
        ? {
            variant: 'open, then stopped',
            pattern: 'o q o q | a b a b',
            purpose: drillWords(c.talk).CROSSING_SAYS.pluckThenFingers(whose),
          }
        : {
            variant: 'bow, then hand',
            pattern: 'o q o q | a b a b',
            purpose: drillWords(c.talk).CROSSING_SAYS.bowThenFingers(whose),
          },
    ]),
    ...crossings(c, 'alternate', ['bow-crossing'], (whose) => [
      {
        variant: 'bow alone',
        pattern: 'o q o q | a b a b',
        purpose: drillWords(c.talk).CROSSING_SAYS.bowOnly(whose),
      },
    ]),
  ],
} as const satisfies Generator
