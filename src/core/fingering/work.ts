import { chargeHold, chargeMove } from './costs'
import type { SeatMap } from './map'
import type { CostKind } from './weights'

/**
 * How much the hand has to do in each measure of the line, in units of the weights: its holds and the moves that lead to
 * them. What the class has not learned is not counted in: it is no work of the hand, and it is said elsewhere.
 */
export function workByMeasure(map: SeatMap): number[] {
  const work = map.line.measures.map(() => 0)
  const { columns, chosen, setup, weights } = map.solution
  columns.forEach((c, i) => {
    const measure = map.moments[c.moment].events[0].at.index
    const charge = (kind: CostKind, times = 1) => {
      if (kind !== 'notLearned' && kind !== 'shiftNotLearned') work[measure] += weights[kind] * times
    }
    const hold = c.holds[chosen[i]]
    chargeHold(setup, hold, charge)
    if (c.moves) chargeMove(setup, columns[i - 1].holds[chosen[i - 1]], hold, c.gap, charge)
  })
  return work
}
