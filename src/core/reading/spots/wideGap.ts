import { TAPE } from '../../instruments/byLetter'
import { before, stopOf } from '../reading'
import { atNotes, type Detector } from './spot'

/** Two neighbouring fingers of violin or viola further apart than on the tapes: low 2 to 3, low 2 to high 3. */
export const wideGap = {
  kind: 'wide-gap',
  concern: 'hand',
  load: 1,
  again: 0.7,
  matters: [1.5, 1, 0.8],
  find: (r) =>
    atNotes(r, (note) => {
      const last = before(r, note)
      const [a, b] = [last && stopOf(last), stopOf(note)]
      if (!r.letters || !a || !b || a.string !== b.string || last!.hold!.position !== note.hold!.position) return null
      const [low, high] = a.finger < b.finger ? [a, b] : [b, a]
      const gap = high.k - low.k
      if (high.finger - low.finger !== 1 || gap <= TAPE[high.finger - 1] - TAPE[low.finger - 1]) return null
      return {
        note,
        hard: gap >= 3 ? 0.75 : 0.28,
        facts: { low, high, gap },
        about: `${low.finger} ${gap}`,
      }
    }),
} as const satisfies Detector<'wide-gap'>
