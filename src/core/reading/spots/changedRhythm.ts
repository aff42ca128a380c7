import { beaten, sung } from '../reading'
import type { Detector, Found } from './spot'

/** The notes of an earlier bar in another rhythm. */
export const changedRhythm: Detector = {
  kind: 'changed-rhythm',
  name: 'The same notes in another rhythm',
  mark: 'rhythm',
  concern: 'eye',
  load: 2,
  again: 0.9,
  find: (r) => {
    const rows = r.byMeasure.map((notes, i) => ({ notes, sung: sung(notes).join(' '), beats: beaten(r, i) }))
    return rows.flatMap((here, i): Found[] => {
      if (here.notes.length < 3) return []
      const same = rows.slice(0, i).filter((e) => e.sung === here.sung)
      if (same.length === 0 || same.some((e) => e.beats.join() === here.beats.join())) return []
      const [other] = same
      const differs = here.notes.findIndex((n, k) => n.ticks !== other.notes[k].ticks)
      const at = Math.max(0, differs)
      return [
        {
          note: here.notes[at],
          hard: 0.5,
          text: `The notes of measure ${other.notes[0].placed.at.measure.number}, but in another rhythm from note ${at + 1} on.`,
          advice: 'Clap both measures, one after the other, before they are played.',
          about: `${i}`,
        },
      ]
    })
  },
}
