import { before } from '../reading'
import { atNotes, type Detector } from './spot'

/** The hand a half step back from first position. */
export const halfPosition = {
  kind: 'half-position',
  concern: 'hand',
  load: 1,
  again: 0.75,
  matters: [1.2, 1, 0.7],
  find: (r) => {
    const half = r.instrument.positions.map(({ name }) => name === 'half')
    return atNotes(r, (note) => {
      if (!note.hold || note.hold.open || !half[note.hold.position]) return null
      let last = before(r, note)
      while (last?.hold?.open) last = before(r, last)
      if (last?.hold && half[last.hold.position]) return null
      return {
        note,
        hard: 0.45,
        facts: {},
        about: 'half',
      }
    })
  },
} as const satisfies Detector<'half-position'>
