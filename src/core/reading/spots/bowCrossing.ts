import { crossingOf, fromCrossings, isPlucked, pressed } from './crossed'
import type { Detector } from './spot'

/** Only the bow crosses: to or from an open string, the fingers stay over their string. */
export const bowCrossing = {
  kind: 'bow-crossing',
  concern: 'bow',
  load: 0,
  again: 0.8,
  matters: [1.5, 1, 0.6],
  find: (r) =>
    fromCrossings(
      r,
      (c) => c.over === 1 && c.by === 'bow' && !isPlucked(r, c),
      (c) => ({
        hard: 0.12 + pressed(r, c),
        facts: crossingOf(c),
      }),
    ),
} as const satisfies Detector<'bow-crossing'>
