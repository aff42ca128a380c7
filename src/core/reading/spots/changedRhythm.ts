import { beaten, ofLine, sung, type Reading } from '../reading'
import type { Detector } from './spot'

/** A measure with the notes of an earlier one, and the note from which its rhythm is another, from 0. */
type Changed = { readonly index: number; readonly like: number; readonly at: number }

/** The notes of an earlier bar in another rhythm. */
export const changedRhythm = {
  kind: 'changed-rhythm',
  concern: 'eye',
  load: 2,
  again: 0.9,
  matters: [1.1, 1, 0.8],
  find: (r) =>
    changed(r).map(({ index, like, at }) => ({
      note: r.byMeasure[index][at],
      hard: 0.5,
      facts: { like, at },
      about: `${index}`,
    })),
} as const satisfies Detector<'changed-rhythm'>

const changed = ofLine((r: Reading): Changed[] => {
  const found: Changed[] = []
  /** Measures so far by what they sing. */
  const earlier = new Map<string, number[]>()
  r.byMeasure.forEach((notes, index) => {
    const tune = sung(notes).join(' ')
    const same = earlier.get(tune)
    earlier.set(tune, [...(same ?? []), index])
    if (!same || notes.length < 3 || same.some((e) => beaten(r, e) === beaten(r, index))) return
    const [like] = same
    const differs = notes.findIndex((n, k) => n.ticks !== r.byMeasure[like][k].ticks)
    found.push({ index, like, at: Math.max(0, differs) })
  })
  return found
})
