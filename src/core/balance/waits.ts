import { inSentence } from '../names'
import { inMeasures } from '../piece/address'
import type { Line } from '../piece/piece'
import type { EverySeat, Seat, SeatId } from '../seats/seat'

/** A seat that the others wait for, and in which measures, by index. */
export type Wait = { readonly seat: SeatId; readonly measures: readonly number[]; readonly excess: number }

/** Everyone waits for a seat that has at least so many times what the next one has, and so many points more. Judgement. */
const [TIMES, MORE] = [1.5, 6]

/** Whom the class waits for and where, the longest wait first; nothing where all go along. Loads in points by seat, then by measure. */
export function waitsIn(loads: EverySeat<readonly number[]>): Wait[] {
  const seats = Object.keys(loads)
  if (seats.length < 2) return []
  const found = new Map<SeatId, { measures: number[]; excess: number }>()
  const count = Math.max(...seats.map((s) => loads[s].length))
  for (let index = 0; index < count; index++) {
    const here = seats.map((s) => loads[s][index] ?? 0)
    const [most, next] = [...here].sort((a, b) => b - a)
    if (most < TIMES * next || most < next + MORE) continue
    const seat = seats[here.indexOf(most)]
    const wait = found.get(seat) ?? { measures: [], excess: 0 }
    found.set(seat, { measures: [...wait.measures, index], excess: wait.excess + most - next })
  }
  return [...found].map(([seat, w]) => ({ seat, ...w })).sort((a, b) => b.excess - a.excess)
}

/**
 * Whom the class waits for, in a sentence: "Everyone waits for the bass in measures 3, 7 and 13, and for the cello in measure 5." With `most`
 * only so many seats are named, the longest wait first.
 */
export function sayWaits(waits: readonly Wait[], line: Line, seats: readonly Pick<Seat, 'id' | 'name'>[], most = Infinity): string {
  if (waits.length === 0) return 'Nobody has to wait for anyone.'
  const said = waits.slice(0, most).map((w) => {
    const name = inSentence(seats.find((s) => s.id === w.seat)!.name)
    return `for the ${name} ${inMeasures(line, w.measures)}`
  })
  return `Everyone waits ${said.length === 1 ? said[0] : `${said.slice(0, -1).join(', ')}, and ${said.at(-1)!}`}.`
}
