import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { keptHead } from '../keptName'
import { passageVoice } from '../passages'
import { passagesOf, indicesOf, sayPassage, spotsOfStretch } from '../stretches'
import type { Generator } from './generator'

const WAYS = [
  { variant: 'slow', pace: 0.6, times: 3 },
  { variant: 'in tempo', pace: 1, times: 2 },
] as const

/** The hard passage itself. */
export const passage = {
  kind: 'passage',
  name: DRILL_NAMES.passage,
  eases: 0.25,
  find: (c) =>
    passagesOf(c, 2).flatMap((stretch) =>
      WAYS.map(({ variant, pace, times }) => ({
        kind: 'passage' as const,
        variant,
        about: `${keptHead(c.players[0].map.line, stretch)}, ${variant}`,
        title: drillWords(c.talk).PASSAGE_DRILL.title(sayPassage(c, stretch), variant),
        purpose: drillWords(c.talk).PASSAGE_DRILL.purpose(sayPassage(c, stretch), variant),
        spots: spotsOfStretch(c, stretch),
        isFor: () => true,
        measures: indicesOf(stretch),
        pace,
        times,
        key: c.measures[stretch.from].key,
        meter: c.measures[stretch.from].meter,
        voice: (seat) => passageVoice(c, c.bySeat[seat.id], stretch),
      })),
    ),
} as const satisfies Generator
