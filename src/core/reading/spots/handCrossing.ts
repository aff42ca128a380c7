import { fromCrossings, inSlur, pressed, strings } from './crossed'
import type { Detector } from './spot'

/** The left hand crosses: a finger on each of two neighbouring strings, a step apart in the tune. */
export const handCrossing = {
  kind: 'hand-crossing',
  name: 'The left hand crosses',
  mark: 'crosses',
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
        text: `The hand itself goes from ${strings(r, c.last, c.note)}${inSlur(c)}.`,
        advice: 'Keep the finger that played down until the next one stands on the new string.',
      }),
    ),
} as const satisfies Detector<'hand-crossing'>
