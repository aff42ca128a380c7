import { rhythmsOf } from '../rhythms'
import type { NoteEvent } from '../../piece/piece'
import type { Detector, Found } from './spot'

/** Three in the time of two. */
export const triplet = {
  kind: 'triplet',
  concern: 'eye',
  load: 2,
  again: 0.5,
  matters: [1.3, 1, 0.9],
  find: (r) => {
    const found: Found<'triplet'>[] = []
    let last = -2
    for (const { at, rhythms } of rhythmsOf(r)) {
      if (!rhythms.includes('triplets')) continue
      const begins = at !== last + 1 || r.notes[at].placed.at.index !== r.notes[last].placed.at.index
      last = at
      if (!begins) continue
      const note = r.notes[at]
      const { tuplet } = (note.placed.event as NoteEvent).value
      found.push({
        note,
        hard: 0.5,
        about: `${tuplet!.actual} ${tuplet!.normal}`,
        facts: { actual: tuplet!.actual, normal: tuplet!.normal },
      })
    }
    return found
  },
} as const satisfies Detector<'triplet'>
