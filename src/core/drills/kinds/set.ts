import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { stopOf } from '../../reading/reading'
import type { Generator } from './generator'
import { namesIn, ofPair, pairsOf, patterned, keptPair } from './pairs'

/** The next finger set in a rest that grows shorter until it is gone. */
export const set = {
  kind: 'set',
  name: DRILL_NAMES.set,
  eases: 0.45,
  find: (c) =>
    pairsOf(c, ['hand-crossing', 'lands-alone', 'skip-crossing', 'two-places'], ({ note }) => !!stopOf(note)).map((pair) =>
      patterned(c, {
        kind: 'set',
        variant: 'shrinking rest',
        about: `${keptPair(pair.pitches)}, set in the rest`,
        title: (t) => drillWords(c.talk).pairTitle(t, pair.pitches, 'set in the rest'),
        purpose: drillWords(c.talk).CROSSING_SAYS.setInRest(namesIn(c, pair.ats)),
        pattern: 'a z:2 b | a z b | a z:.5 b | a b',
        ats: pair.ats,
        touch: ofPair(pair),
      }),
    ),
} as const satisfies Generator
