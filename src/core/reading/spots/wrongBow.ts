import type { Detector, Found } from './spot'

/** A strong beat that comes up-bow, or a repeat that needs a retake. */
export const wrongBow = {
  kind: 'wrong-bow',
  concern: 'bow',
  load: 2,
  again: 0.85,
  matters: [1, 1, 0.4],
  find: (r) =>
    r.bowing.wrong.flatMap((w): Found<'wrong-bow'>[] => {
      const note = r.byEvent.get(w.event)
      if (!note) return []
      // In three the bow turns by itself, measure by measure: it is the piece's own way.
      const own = !w.again && note.placed.at.meter.beats % 3 === 0
      const hard = w.again ? 0.4 : own ? 0.25 : 0.5
      return [
        {
          note,
          hard,
          about: w.again ? 'retake' : 'up',
          facts: w.facts,
        },
      ]
    }),
} as const satisfies Detector<'wrong-bow'>
