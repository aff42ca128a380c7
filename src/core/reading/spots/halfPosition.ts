import { POSITIONS } from '../../hands/positions'
import { before } from '../reading'
import type { Detector } from './spot'

/** The hand a half step back from first position. */
export const halfPosition: Detector = {
  kind: 'half-position',
  name: 'Half position',
  mark: 'half',
  concern: 'hand',
  load: 1,
  again: 0.75,
  find: (r) =>
    r.notes.flatMap((note) => {
      const half = (n: typeof note | null) => n?.hold && !n.hold.open && POSITIONS[r.instrument.seat][n.hold.position].name === 'half'
      let last = before(r, note)
      while (last?.hold?.open) last = before(r, last)
      if (!half(note) || half(last)) return []
      return [
        {
          note,
          hard: 0.45,
          text: 'Half position: the whole hand lies a half step back, 1 next to the nut.',
          advice: 'Move hand and thumb together; find it from the open string, by ear.',
          about: 'half',
        },
      ]
    }),
}
