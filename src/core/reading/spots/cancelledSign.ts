import type { Letter } from '../../music/pitch'
import { signed } from './signed'
import type { Detector } from './spot'

/** A sign that the barline took away: the same place on the staff sounds otherwise now, and shows nothing. */
export const cancelledSign = {
  kind: 'cancelled-sign',
  concern: 'eye',
  load: 3,
  again: 0.8,
  matters: [1.1, 1, 0.9],
  find: (r) => {
    /** The last measure in which one was said, and its letter. */
    let said: { index: number; letter: Letter } | null = null
    return signed(r, 'cancelled', (pitch, note) => {
      const { index } = note.placed.at
      const another = said?.index === index && said.letter !== pitch.letter
      said ??= { index, letter: pitch.letter }
      if (said.index !== index) said = { index, letter: pitch.letter }
      return {
        // Who has heard of the first in the measure looks at the second.
        hard: another ? 0.25 : 0.7,
        about: `${pitch.letter}${pitch.alter}`,
      }
    })
  },
} as const satisfies Detector<'cancelled-sign'>
