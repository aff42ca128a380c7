import { crossingOf, fromCrossings, pressed } from './crossed'
import type { Detector } from './spot'

/** The left hand crosses: a finger on each of two neighbouring strings, a step apart in the tune. */
export const handCrossing = {
  kind: 'hand-crossing',
  concern: 'hand',
  load: 0,
  again: 0.7,
  matters: [1.5, 1, 0.7],
  find: (r) =>
    fromCrossings(
      r,
      (c) => !c.skip && c.over === 1 && c.by === 'hand',
      (c) => ({
        hard: 0.25 + pressed(r, c),
        facts: crossingOf(c),
      }),
    ),
} as const satisfies Detector<'hand-crossing'>
