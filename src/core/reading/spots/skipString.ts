import { fromCrossings, inSlur, pressed, strings } from './crossed'
import type { Detector } from './spot'

/** A string lies between the two notes. */
export const skipString = {
  kind: 'skip-string',
  name: 'Skips a string',
  mark: 'skips string',
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
        text: `From ${strings(r, c.last, c.note)}, over ${c.over === 2 ? 'a string' : 'two strings'}${inSlur(c)}.`,
        advice: 'Bow the open strings alone in this rhythm; the arm goes before the note.',
      }),
    ),
} as const satisfies Detector<'skip-string'>
