import { capital } from '../../names'
import { passageVoice } from '../passages'
import { passagesOf, indicesOf, sayPassage, spotsOfStretch } from '../stretches'
import type { Generator } from './generator'

const WAYS = [
  { variant: 'slow', pace: 0.6, times: 3, says: 'slowly enough that nobody slips' },
  { variant: 'in tempo', pace: 1, times: 2, says: 'at the tempo of the piece, without stopping' },
] as const

/** The hard passage itself. */
export const passage = {
  kind: 'passage',
  name: 'The passage itself',
  eases: 0.25,
  find: (c) =>
    passagesOf(c, 2).flatMap((stretch) =>
      WAYS.map(({ variant, pace, times, says }) => ({
        kind: 'passage' as const,
        variant,
        title: `${capital(sayPassage(c, stretch))}, ${variant}`,
        purpose: `${capital(sayPassage(c, stretch))}, ${says}.`,
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
