import type { EverySeat, SeatId } from '../seats/seat'

/** A measure in which the class waits for one seat: how many points that seat has above the mean. */
export type UnevenMeasure = { readonly index: number; readonly heaviest: SeatId; readonly excess: number }

/** How evenly the seats of a class are loaded. Loads in points. */
export type Evenness = {
  /** Up to 1: what the mean seat does of what the heaviest does, measure by measure. 1: all do alike in every measure; of four seats a quarter when one does it all. */
  readonly figure: number
  /** All seats and measures together. */
  readonly total: number
  /** The heaviest seat of each measure, added up: what the whole class works through or waits for. */
  readonly wait: number
  readonly bySeat: EverySeat<number>
  readonly heaviest: SeatId
  readonly lightest: SeatId
  /** Measures that make it uneven, worst first. */
  readonly measures: readonly UnevenMeasure[]
}

/** All seats together, and the heaviest of each measure added up: what settings are ranked by. Loads by seat, then by measure. */
export function waitOf(loads: readonly (readonly number[])[]): { readonly total: number; readonly wait: number } {
  let [total, wait] = [0, 0]
  const count = Math.max(...loads.map((l) => l.length))
  for (let index = 0; index < count; index++) {
    let [sum, most] = [0, 0]
    for (const load of loads) {
      const here = load[index] ?? 0
      sum += here
      if (here > most) most = here
    }
    total += sum
    wait += most
  }
  return { total, wait }
}

/**
 * The evenness of a class: the mean seat's load as a part of the heaviest seat's, both taken in each measure and added up.
 * By measure and not in all, because a class reads together: two seats that stumble by turns stop it twice, though
 * their sums are equal. A class with nothing to do is even. Loads by seat in score order, then by measure.
 */
export function evennessOf(loads: EverySeat<readonly number[]>): Evenness {
  const seats = Object.keys(loads)
  const bySeat: Record<SeatId, number> = Object.fromEntries(seats.map((s) => [s, 0]))
  const measures: UnevenMeasure[] = []
  let [total, wait] = [0, 0]
  const count = Math.max(...seats.map((s) => loads[s].length))
  for (let index = 0; index < count; index++) {
    let [sum, most, heaviest]: [number, number, SeatId] = [0, -1, seats[0]]
    for (const seat of seats) {
      const here = loads[seat][index] ?? 0
      bySeat[seat] += here
      sum += here
      if (here > most) [most, heaviest] = [here, seat]
    }
    total += sum
    wait += most
    const excess = most - sum / seats.length
    if (excess > 0) measures.push({ index, heaviest, excess })
  }
  const order = [...seats].sort((a, b) => bySeat[b] - bySeat[a])
  return {
    figure: wait === 0 ? 1 : total / seats.length / wait,
    total,
    wait,
    bySeat,
    heaviest: order[0],
    lightest: order[order.length - 1],
    measures: measures.sort((a, b) => b.excess - a.excess || a.index - b.index),
  }
}
