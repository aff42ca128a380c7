import { isCompound } from '../../music/time'
import { rhythmsOf } from '../rhythms'
import type { NoteEvent } from '../../piece/piece'
import type { Detector, Found } from './spot'

/** A dotted note and the short one that completes it: the dot is cut, or the short one is late. */
export const dotted = {
  kind: 'dotted',
  name: 'Dotted rhythm',
  mark: 'dotted',
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
      const short = long === 'quarter' ? 'eighth' : 'sixteenth'
      found.push({
        note,
        hard: 0.5,
        text: `A dotted ${long} and ${short === 'eighth' ? 'an eighth' : 'a sixteenth'}: the ${short} comes late in the beat, after the dot.`,
        advice:
          long === 'quarter'
            ? 'Count "one and two and" aloud: the dot is "two", the eighth is the "and" after it.'
            : 'Say all four sixteenths of the beat and play on the first and the last.',
        about: long,
        facts: { long },
      })
    }
    return found
  },
} as const satisfies Detector<'dotted'>
