import { fromCrossings, inSlur, pressed, strings } from './crossed'
import type { Detector } from './spot'

/** Only the bow crosses: to or from an open string, the fingers stay over their string. */
export const bowCrossing = {
  kind: 'bow-crossing',
  name: 'Only the bow crosses',
  mark: 'bow',
  concern: 'bow',
  load: 0,
  again: 0.8,
  matters: [1.5, 1, 0.6],
  find: (r) =>
    fromCrossings(
      r,
      (c) => c.over === 1 && c.by === 'bow',
      (c) => ({
        hard: 0.12 + pressed(r, c),
        text: `Only the bow goes from ${strings(r, c.last, c.note)}${inSlur(c)}; the fingers stay over their string.`,
        advice: 'Say "bow only": the left hand does nothing here.',
      }),
    ),
} as const satisfies Detector<'bow-crossing'>
