import { feltBeatTicks } from '../../music/time'
import { isSyncopated, isTiedOver, rhythmsOf } from '../rhythms'
import type { Detector, Found } from './spot'

/** A note struck between the beats and held over the next one, or from the second of four beats over the third, or tied over the barline: the strong beat is not played. */
export const syncopation = {
  kind: 'syncopation',
  concern: 'eye',
  load: 3,
  again: 0.5,
  matters: [1.3, 1, 0.7],
  find: (r) => {
    const found: Found<'syncopation'>[] = []
    for (const { at } of rhythmsOf(r)) {
      const note = r.notes[at]
      const tied = isTiedOver(note)
      if (!tied && !isSyncopated(note)) continue
      const weak = !tied && note.placed.into % feltBeatTicks(note.placed.at.meter) === 0
      found.push({
        note,
        hard: 0.5,
        about: tied ? 'tied' : weak ? 'weak' : 'between',
        facts: { tied, weak },
      })
    }
    return found
  },
} as const satisfies Detector<'syncopation'>
