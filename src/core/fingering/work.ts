import type { SeatMap } from './map'

/** How much the hand has to do in each measure of the line, in units of the weights: its holds and the moves that lead to them. */
export function workByMeasure(map: SeatMap): number[] {
  const work = map.line.measures.map(() => 0)
  const { columns, chosen } = map.solution
  columns.forEach((c, i) => {
    const measure = map.moments[c.moment].events[0].at.index
    const move = i === 0 ? 0 : c.moves[chosen[i - 1] * c.holds.length + chosen[i]]
    work[measure] += c.own[chosen[i]] + move
  })
  return work
}
