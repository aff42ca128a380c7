import { unfold } from '../../piece/unfold'
import type { Detector, Found } from './spot'

/** First and second endings, and where a repeat goes back to. */
export const repeatWay = {
  kind: 'repeat-way',
  concern: 'eye',
  load: 1,
  again: 1,
  matters: [1.2, 1, 0.6],
  find: (r) => {
    const { measures } = r.map.line
    const order = unfold(r.map.line)
    const found: Found<'repeat-way'>[] = []
    const seen = new Set<number>()
    order.forEach((index, i) => {
      const next = order[i + 1]
      const notes = r.byMeasure[index]
      if (next === undefined || next === index + 1 || seen.has(index) || notes.length === 0) return
      seen.add(index)
      const after = order.slice(i + 1)
      if (measures[index].ending && next <= index) {
        let first = index
        while (measures[first - 1]?.ending?.join() === measures[index].ending!.join()) first--
        const skips = after.find((m, k) => m > first && (after[k - 1] ?? -1) < first)
        found.push({
          note: r.byMeasure[first][0] ?? notes[0],
          hard: 0.5,
          facts: { way: 'ending', passes: measures[index].ending, to: next, skips: skips ?? null },
          about: `${first}`,
        })
      } else if (next <= index) {
        found.push({
          note: notes[notes.length - 1],
          hard: 0.4,
          facts: { way: 'back', to: next },
          about: `${index}`,
        })
      } else if (!measures[index + 1]?.ending) {
        found.push({
          note: notes[notes.length - 1],
          hard: 0.5,
          facts: { way: 'on', to: next },
          about: `${index}`,
        })
      }
    })
    return found
  },
} as const satisfies Detector<'repeat-way'>
