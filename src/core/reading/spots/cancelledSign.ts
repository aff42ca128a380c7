import { spokenLetter } from '../../music/pitch'
import { signed } from './signed'
import type { Detector } from './spot'

/** A sign that the barline took away: the same place on the staff sounds otherwise now, and shows nothing. */
export const cancelledSign = {
  kind: 'cancelled-sign',
  name: 'Cancelled by the barline',
  mark: 'cancelled',
  concern: 'eye',
  load: 3,
  again: 0.8,
  matters: [1.1, 1, 0.9],
  find: (r) =>
    signed(r, 'cancelled', (pitch) => ({
      hard: 0.7,
      text: `${spokenLetter(pitch, true)} again: the barline has cancelled the sign of the measure before.`,
      advice: 'Write the courtesy sign in, or call it out at the barline.',
      about: `${pitch.letter}${pitch.alter}`,
    })),
} as const satisfies Detector
