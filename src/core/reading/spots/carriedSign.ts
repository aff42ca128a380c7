import { sayPitch } from '../words'
import { signed } from './signed'
import type { Detector } from './spot'

/** A note altered by a sign earlier in the bar, with none of its own. */
export const carriedSign = {
  kind: 'carried-sign',
  name: 'Altered by a sign earlier in the measure',
  mark: 'still altered',
  concern: 'eye',
  load: 3,
  again: 0.8,
  matters: [1.1, 1, 0.8],
  find: (r) =>
    signed(r, 'carried', (pitch, note) => ({
      hard: 0.7,
      text: `Still ${sayPitch(pitch, note.placed.at.key)}: the sign earlier in the measure holds to the barline.`,
      advice: 'Run a finger from the sign to the barline; everything of that letter in between is altered.',
      about: `${pitch.letter}${pitch.alter}`,
    })),
} as const satisfies Detector<'carried-sign'>
