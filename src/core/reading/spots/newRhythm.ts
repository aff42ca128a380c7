import { rhythmsOf } from '../rhythms'
import type { Detector, Found } from './spot'

/** A rhythm that the class has not learned: said at its first place, and again where it comes back. */
export const newRhythm = {
  kind: 'new-rhythm',
  concern: 'class',
  load: 5,
  again: 0.3,
  matters: [1, 1, 1],
  find: (r) => {
    const { rhythms: known } = r.map.setup.learned
    const found: Found<'new-rhythm'>[] = []
    for (const { at, rhythms } of rhythmsOf(r)) {
      const fresh = rhythms.find((x) => !known.includes(x))
      if (!fresh) continue
      const note = r.notes[at]
      found.push({
        note,
        hard: 0.8,
        about: fresh,
        facts: { rhythm: fresh, meter: note.placed.at.meter },
      })
    }
    return found
  },
} as const satisfies Detector<'new-rhythm'>
