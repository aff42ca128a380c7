import { isSyncopated, isTiedOver, rhythmsOf } from '../rhythms'
import type { Detector, Found } from './spot'

/** A note struck between the beats and held over the next one, or tied over the barline: the strong beat is not played. */
export const syncopation = {
  kind: 'syncopation',
  name: 'Held over the beat',
  mark: 'over the beat',
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
      found.push({
        note,
        hard: 0.5,
        text: tied ? 'Tied over the barline: beat 1 is not struck again.' : 'Struck between the beats and held over the next one.',
        advice: tied
          ? 'Play it once without the tie, then think the second note and let the bow go on.'
          : 'Clap it while the foot keeps the beats; first with every eighth played, then joined.',
        about: tied ? 'tied' : 'between',
        facts: { tied },
      })
    }
    return found
  },
} as const satisfies Detector<'syncopation'>
