import { before, stopOf } from '../reading'
import { atNotes, type Detector } from './spot'

/** Fingers on the lowest string: the elbow has to come round. */
export const lowestString = {
  kind: 'lowest-string',
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
        facts: {},
        about: 'lowest',
      }
    }),
} as const satisfies Detector<'lowest-string'>
