import type { Shift } from '../../fingering/moves'
import { atNotes, type Detector } from './spot'

const HARD: Record<Shift['over'], number> = { slur: 0.9, nothing: 0.7, 'open string': 0.55, rest: 0.45 }
/** Half steps beyond which a shift is a leap of the arm; from memory. */
const FAR = 5

/** The hand goes to another position. */
export const shift = {
  kind: 'shift',
  concern: 'hand',
  load: 0,
  again: 0.95,
  matters: [1.2, 1, 0.75],
  find: (r) =>
    atNotes(r, (note) => {
      const s = note.move?.shift
      if (!s) return null
      const far = Math.abs(s.halfSteps)
      return {
        note,
        hard: Math.min(1, HARD[s.over] + (far > FAR ? 0.1 : 0) - (far === 1 ? 0.1 : 0) - (s.guide ? 0.05 : 0)),
        facts: { to: s.to, halfSteps: s.halfSteps, over: s.over, guide: s.guide },
        about: `${s.from} ${s.to}`,
      }
    }),
} as const satisfies Detector<'shift'>
