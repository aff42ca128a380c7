import { SEATS, type Seat } from '../hands/instruments'

/** A measure in which the class waits for one seat: how many points that seat has above the mean. */
export type UnevenMeasure = { readonly index: number; readonly heaviest: Seat; readonly excess: number }

/** How evenly the seats of a class are loaded. Loads in points. */
export type Evenness = {
  /** 0.25 to 1: what the mean seat does of what the heaviest does, measure by measure. 1: all do alike in every measure. */
  readonly figure: number
  /** All seats and measures together. */
  readonly total: number
  /** The heaviest seat of each measure, added up: what the whole class works through or waits for. */
  readonly wait: number
  readonly bySeat: Readonly<Record<Seat, number>>
  readonly heaviest: Seat
  readonly lightest: Seat
  /** Measures that make it uneven, worst first. */
  readonly measures: readonly UnevenMeasure[]
}

/**
 * The evenness of a class: the mean seat's load as a part of the heaviest seat's, both taken in each measure and added up.
 * By measure and not in all, because a class reads together: two seats that stumble by turns stop it twice, though
 * their sums are equal. A class with nothing to do is even.
 */
export function evennessOf(loads: Readonly<Record<Seat, readonly number[]>>): Evenness {
  const bySeat = { violin: 0, viola: 0, cello: 0, bass: 0 }
  const measures: UnevenMeasure[] = []
  let [total, wait] = [0, 0]
  const count = Math.max(...SEATS.map((s) => loads[s].length))
  for (let index = 0; index < count; index++) {
    let [sum, most, heaviest]: [number, number, Seat] = [0, -1, 'violin']
    for (const seat of SEATS) {
      const here = loads[seat][index] ?? 0
      bySeat[seat] += here
      sum += here
      if (here > most) [most, heaviest] = [here, seat]
    }
    total += sum
    wait += most
    const excess = most - sum / SEATS.length
    if (excess > 0) measures.push({ index, heaviest, excess })
  }
  const order = [...SEATS].sort((a, b) => bySeat[b] - bySeat[a])
  return {
    figure: wait === 0 ? 1 : total / SEATS.length / wait,
    total,
    wait,
    bySeat,
    heaviest: order[0],
    lightest: order[order.length - 1],
    measures: measures.sort((a, b) => b.excess - a.excess || a.index - b.index),
  }
}
