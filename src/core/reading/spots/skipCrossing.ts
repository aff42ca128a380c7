import { motion } from '../reading'
import { sayInterval } from '../words'
import { fromCrossings, inSlur, pressed, strings, underHand } from './crossed'
import type { Detector } from './spot'

/** What is taken off where the finger lies under the hand already. */
const UNDER = 0.16

/** A skip in the tune that also changes the string, fingers on both. */
export const skipCrossing = {
  kind: 'skip-crossing',
  name: 'A skip that changes string',
  mark: 'skip',
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
        text: `${sayInterval(motion(c.last, c.note))} from ${strings(r, c.last, c.note)} with a finger on each${inSlur(c)}.`,
        advice: 'Set both fingers first, then let only the bow go between them.',
      }),
    ),
} as const satisfies Detector<'skip-crossing'>
