import { WRONG } from './wrong'
import type { Shift } from '../../fingering/moves'
import { saySpacing } from '../words'
import { atNotes, type Detector } from './spot'

const HARD: Record<Shift['over'], number> = { slur: 0.9, nothing: 0.7, 'open string': 0.55, rest: 0.45 }
/** Half steps beyond which a shift is a leap of the arm; from memory. */
const FAR = 5

const sayOver: Record<Shift['over'], string> = {
  slur: 'inside the slur',
  nothing: 'straight from note to note',
  'open string': 'while the open string rings',
  rest: 'in the rest',
}

/** The hand goes to another position. */
export const shift = {
  kind: 'shift',
  name: 'Shift',
  mark: 'shift',
  concern: 'hand',
  load: 0,
  again: 0.95,
  matters: [1.2, 1, 0.75],
  find: (r) =>
    atNotes(r, (note) => {
      const s = note.move?.shift
      if (!s) return null
      const far = Math.abs(s.halfSteps)
      const name = s.to === 'half' ? 'half position' : s.to
      const led = s.guide ? `; finger ${s.guide} leads` : ''
      return {
        note,
        hard: Math.min(1, HARD[s.over] + (far > FAR ? 0.1 : 0) - (far === 1 ? 0.1 : 0) - (s.guide ? 0.05 : 0)),
        text: `Shift ${s.halfSteps > 0 ? 'up' : 'down'} to ${name}, ${saySpacing(far)}, ${sayOver[s.over]}${led}.`,
        advice:
          s.over === 'nothing' || s.over === 'slur'
            ? 'Stop the bow for the shift, hand and thumb as one, and hear the new note first; then make that stop shorter and shorter.'
            : 'Hand and thumb go together while there is time; arrive before the bow does, and check against an open string.',
        about: `${s.from} ${s.to}`,
        wrong: s.halfSteps > 0 ? WRONG.shiftUp : WRONG.shiftDown,
      }
    }),
} as const satisfies Detector<'shift'>
