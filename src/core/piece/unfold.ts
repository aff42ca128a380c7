import type { Line } from './piece'

/**
 * The order in which the measures of a line are played: indices into `line.measures`, repeats and endings followed.
 * A repeat without a start goes back to the start of the piece or to just after the last repeat, as printed music does.
 * On pass n of a passage, a measure with an ending list is played only when the list holds n.
 */
export function unfold(line: Line): number[] {
  const { measures } = line
  const order: number[] = []
  let from = 0
  let pass = 1
  let i = 0
  while (i < measures.length) {
    const m = measures[i]
    if (m.repeatStart && i !== from) {
      from = i
      pass = 1
    }
    if (m.ending && !m.ending.includes(pass)) {
      i++
      continue
    }
    order.push(i)
    if (m.repeatEnd && pass < m.repeatEnd) {
      pass++
      i = from
      continue
    }
    // A passage that has been played out: the next repeat, if it marks no start, begins after it.
    if (m.repeatEnd || (m.ending && pass > 1 && !measures[i + 1]?.ending)) {
      from = i + 1
      pass = 1
    }
    i++
  }
  return order
}
