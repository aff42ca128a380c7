import { crossingOf, fromCrossings, pressed } from './crossed'
import type { Detector } from './spot'

/** A string lies between the two notes. */
export const skipString = {
  kind: 'skip-string',
  concern: 'bow',
  load: 0,
  again: 0.7,
  matters: [1.2, 1, 0.8],
  find: (r) =>
    fromCrossings(
      r,
      (c) => c.over > 1,
      (c) => ({
        hard: (c.by === 'hand' ? 0.6 : 0.5) + pressed(r, c),
        facts: { ...crossingOf(c), over: c.over },
      }),
    ),
} as const satisfies Detector<'skip-string'>
