import { sayMeasure } from '../../piece/address'
import { ordinal } from '../../names'
import type { Measure } from '../../piece/piece'
import { unfold } from '../../piece/unfold'
import type { Detector, Found } from './spot'

/** First and second endings, and where a repeat goes back to. */
export const repeatWay = {
  kind: 'repeat-way',
  name: 'Where the repeat goes',
  mark: 'repeat',
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
      const to = sayMeasure(r.map.line, next)
      const back = next === 0 ? 'the beginning' : to
      const after = order.slice(i + 1)
      if (measures[index].ending && next <= index) {
        let first = index
        while (measures[first - 1]?.ending?.join() === measures[index].ending!.join()) first--
        const skips = after.find((m, k) => m > first && (after[k - 1] ?? -1) < first)
        found.push({
          note: r.byMeasure[first][0] ?? notes[0],
          hard: 0.5,
          text: `${endings(measures[index])}: from here back to ${back}${skips === undefined ? '' : `, and the next time on to ${sayMeasure(r.map.line, skips)}`}.`,
          advice: 'Walk the way with a finger before anyone plays; play over the joint only.',
          about: `${first}`,
        })
      } else if (next <= index) {
        found.push({
          note: notes[notes.length - 1],
          hard: 0.4,
          text: `From the end of this measure back to ${back}.`,
          advice: 'Play the last measure and the one it goes back to, as one.',
          about: `${index}`,
        })
      } else if (!measures[index + 1]?.ending) {
        found.push({
          note: notes[notes.length - 1],
          hard: 0.5,
          text: `From here on to ${to}.`,
          advice: 'Mark the sign that it jumps to, and play over the joint only.',
          about: `${index}`,
        })
      }
    })
    return found
  },
} as const satisfies Detector<'repeat-way'>

/** "first ending", "first and second ending". */
const endings = ({ ending }: Measure): string => `${(ending ?? []).map(ordinal).join(' and ')} ending`
