import { isCompound } from '../../music/time'
import { rhythmsOf } from '../rhythms'
import type { NoteEvent } from '../../piece/piece'
import type { Detector, Found } from './spot'

/** A dotted note and the short one that completes it: the dot is cut, or the short one is late. */
export const dotted = {
  kind: 'dotted',
  concern: 'eye',
  load: 2,
  again: 0.5,
  matters: [1.4, 1, 0.9],
  find: (r) => {
    const found: Found<'dotted'>[] = []
    for (const { at } of rhythmsOf(r)) {
      const note = r.notes[at]
      const { value } = note.placed.event as NoteEvent
      const next = r.notes[at + 1]
      const long = value.base === 'quarter' || value.base === 'eighth' ? value.base : null
      // What follows must complete the beat, else there is nothing to place between the beats.
      const completes = next && !next.rest && next.placed.ticks * 3 === note.placed.ticks && next.placed.at.index === note.placed.at.index
      if (!long || value.dots !== 1 || value.tuplet || isCompound(note.placed.at.meter) || !completes) continue
      found.push({
        note,
        hard: 0.5,
        about: long,
        facts: { long },
      })
    }
    return found
  },
} as const satisfies Detector<'dotted'>
