import type { EverySeat, SeatId } from './seat'

/** A seat that the others wait for, and in which measures, by index. */
export type Wait = { readonly seat: SeatId; readonly measures: readonly number[]; readonly excess: number }

/** Others wait for a seat that has at least so many times what they have on the average, and so many points more. Common practice and judgement. */
const [TIMES, MORE] = [2, 6]

/** Whom the class waits for and where, the longest wait first; nothing where all go along. Loads in points by seat, then by measure. */
export function waitsIn(loads: EverySeat<readonly number[]>): Wait[] {
  const seats = Object.keys(loads)
  if (seats.length < 2) return []
  const found = new Map<SeatId, { measures: number[]; excess: number }>()
  const count = Math.max(...seats.map((s) => loads[s].length))
  for (let index = 0; index < count; index++) {
    const here = seats.map((s) => loads[s][index] ?? 0)
    const most = Math.max(...here)
    const others = (here.reduce((a, b) => a + b, 0) - most) / (seats.length - 1)
    if (most < TIMES * others || most < others + MORE) continue
    const seat = seats[here.indexOf(most)]
    const wait = found.get(seat) ?? { measures: [], excess: 0 }
    found.set(seat, { measures: [...wait.measures, index], excess: wait.excess + most - others })
  }
  return [...found].map(([seat, w]) => ({ seat, ...w })).sort((a, b) => b.excess - a.excess)
}
