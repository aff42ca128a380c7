import { beaten, sung } from '../reading'
import type { Detector, Found } from './spot'

/** A bar that begins like an earlier one and goes on otherwise. */
export const lookAlike: Detector = {
  kind: 'look-alike',
  name: 'Looks like an earlier measure, but is not',
  mark: 'differs',
  concern: 'eye',
  load: 2,
  again: 0.9,
  find: (r) => {
    const rows = r.byMeasure.map((notes, i) => ({ notes, sung: sung(notes), beaten: beaten(r, i).join(' ') }))
    return rows.flatMap((here, i): Found[] => {
      if (here.notes.length < 3) return []
      const earlier = rows.slice(0, i).filter((e) => e.beaten === here.beaten && e.notes.length === here.notes.length)
      if (earlier.some((e) => e.sung.every((p, k) => p === here.sung[k]))) return []
      const likest = earlier
        .map((e) => ({ e, differ: here.sung.flatMap((p, k) => (p === e.sung[k] ? [] : [k])) }))
        .filter(({ differ }) => differ[0] > 0 && differ.length * 3 <= here.notes.length)
        .sort((a, b) => a.differ.length - b.differ.length)[0]
      if (!likest) return []
      const [at] = likest.differ
      return [
        {
          note: here.notes[at],
          hard: 0.6,
          text: `Begins like measure ${likest.e.notes[0].placed.at.measure.number}; note ${at + 1} is another.`,
          advice: 'Play the two measures one after the other and circle the note that differs.',
          about: `${i}`,
        },
      ]
    })
  },
}
