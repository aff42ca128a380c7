import { inSentence, sayNames } from '../../names'
import { stopOf } from '../../reading/reading'
import type { Generator } from './generator'
import { namesIn, ofPair, pairsOf, patterned, sayPair } from './pairs'

/** The next finger set in a rest that grows shorter until it is gone. */
export const set = {
  kind: 'set',
  name: 'Set it in the rest',
  eases: 0.45,
  find: (c) =>
    pairsOf(c, ['hand-crossing', 'lands-alone', 'skip-crossing', 'two-places'], ({ note }) => !!stopOf(note)).map((pair) =>
      patterned(c, {
        kind: 'set',
        variant: 'shrinking rest',
        title: (t) => `${sayPair(t, pair.pitches)}, set in the rest`,
        purpose: `All fingers of the next note are set in the rest, which is halved each time, for ${inSentence(sayNames(namesIn(c, pair.ats)))}.`,
        pattern: 'a z:2 b | a z b | a z:.5 b | a b',
        ats: pair.ats,
        touch: ofPair(pair),
      }),
    ),
} as const satisfies Generator
