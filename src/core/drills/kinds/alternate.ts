import type { SpotKind } from '../../plan/spotKinds'
import { inSentence, sayNames } from '../../names'
import type { DrillKind, Sketch, Touch } from '../drill'
import { isAllPlucked, openTouch, touchAt, type SeatAtWork, type Practised } from '../practised'
import type { Generator } from './generator'
import { namesIn, pairsOf, patterned, sayPair, type Pair } from './pairs'

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
  says: (whose: string) => readonly CrossingDrill[],
): Sketch[] =>
  pairsOf(c, kinds, undefined, true).flatMap((pair) =>
    says(inSentence(sayNames(namesIn(c, pair.ats)))).map(({ variant, pattern, purpose }) =>
      patterned(c, {
        kind,
        variant,
        title: (t) => `${sayPair(t, pair.pitches)}, ${variant}`,
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
  name: 'Two strings by turns',
  eases: 0.35,
  find: (c) => [
    ...crossings(c, 'alternate', ['hand-crossing', 'skip-crossing'], (whose) => [
      isAllPlucked(c)
        ? {
            variant: 'open, then stopped',
            pattern: 'o q o q | a b a b',
            purpose: `The open strings first, plucked by turns, then the fingers with them, for ${whose}.`,
          }
        : {
            variant: 'bow, then hand',
            pattern: 'o q o q | a b a b',
            purpose: `The bow's way over the strings first, then the finger's with it, for ${whose}.`,
          },
    ]),
    ...crossings(c, 'alternate', ['bow-crossing'], (whose) => [
      {
        variant: 'bow alone',
        pattern: 'o q o q | a b a b',
        purpose: `Only the bow crosses, for ${whose}: the fingers stay over their string.`,
      },
    ]),
  ],
} as const satisfies Generator
