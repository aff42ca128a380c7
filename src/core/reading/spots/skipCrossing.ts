import { motion } from '../reading'
import { crossingOf, fromCrossings, pressed, underHand } from './crossed'
import type { Detector } from './spot'

/** What is taken off where the finger lies under the hand already. */
const UNDER = 0.16

/** A skip in the tune that also changes the string, fingers on both. */
export const skipCrossing = {
  kind: 'skip-crossing',
  concern: 'hand',
  load: 1,
  again: 0.5,
  matters: [1.3, 1, 0.67],
  find: (r) =>
    fromCrossings(
      r,
      (c) => c.skip && c.over === 1 && c.by === 'hand',
      (c) => ({
        hard: 0.45 + pressed(r, c) - (underHand(c) ? UNDER : 0),
        facts: { ...crossingOf(c), steps: Math.abs(motion(c.last, c.note)) },
      }),
    ),
} as const satisfies Detector<'skip-crossing'>
