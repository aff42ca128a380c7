import { before, stopOf } from '../reading'
import { stringName } from '../words'
import { atNotes, type Detector } from './spot'

/** Fingers on the lowest string: the elbow has to come round. */
export const lowestString = {
  kind: 'lowest-string',
  name: 'The lowest string',
  mark: 'lowest',
  concern: 'hand',
  load: 1,
  again: 0.6,
  matters: [1.2, 1, 0.5],
  find: (r) =>
    atNotes(r, (note) => {
      const last = before(r, note)
      const there = last && stopOf(last)?.string === 0 && !note.rest
      if (stopOf(note)?.string !== 0 || there) return null
      return {
        note,
        hard: 0.38,
        text: `Fingers go to the ${stringName(r.instrument, 0)} string, the lowest.`,
        advice:
          r.instrument.held === 'shoulder'
            ? 'Swing the elbow under the instrument first, then place the finger.'
            : 'Bring the elbow forward and the whole hand with it.',
        about: 'lowest',
      }
    }),
} as const satisfies Detector<'lowest-string'>
