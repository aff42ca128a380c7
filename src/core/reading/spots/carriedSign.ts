import { signed } from './signed'
import type { Detector } from './spot'

/** A note altered by a sign earlier in the bar, with none of its own. */
export const carriedSign = {
  kind: 'carried-sign',
  concern: 'eye',
  load: 3,
  again: 0.8,
  matters: [1.1, 1, 0.8],
  find: (r) =>
    signed(r, 'carried', (pitch) => ({
      hard: 0.7,
      about: `${pitch.letter}${pitch.alter}`,
    })),
} as const satisfies Detector<'carried-sign'>
