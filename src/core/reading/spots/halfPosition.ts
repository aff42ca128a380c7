import { WRONG } from './wrong'
import { before } from '../reading'
import { atNotes, type Detector } from './spot'

/** The hand a half step back from first position. */
export const halfPosition = {
  kind: 'half-position',
  name: 'Half position',
  mark: 'half',
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
        text: 'Half position: the whole hand lies a half step back, 1 next to the nut.',
        advice: 'Move hand and thumb together; find it from the open string, by ear.',
        about: 'half',
        wrong: WRONG.flown,
      }
    })
  },
} as const satisfies Detector<'half-position'>
