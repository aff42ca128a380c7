import { after } from '../reading'
import type { Detector, Found } from './spot'

/** The first slur of the piece: two or more notes in one bow. */
export const firstSlur = {
  kind: 'first-slur',
  concern: 'bow',
  load: 1,
  again: 0.3,
  matters: [1.2, 1, 0.3],
  find: (r) => {
    const known = r.map.setup.learned.slurs
    const found: Found<'first-slur'>[] = []
    for (const note of r.notes) {
      const next = after(r, note)
      if (note.slurred || !next?.slurred) continue
      let notes = 1
      for (let n = next; n?.slurred; n = after(r, n)!) notes++
      found.push({
        note,
        hard: known ? 0.45 : 0.8,
        about: 'slur',
        facts: { known, notes },
      })
    }
    return found
  },
} as const satisfies Detector<'first-slur'>
