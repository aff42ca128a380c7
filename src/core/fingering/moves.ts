import { chosenAt } from './solve'
import type { Hold } from '../hands/hold'
import { type Place, positionKey, THUMB } from '../instruments/instrument'
import { once } from '../once'
import { facing, guideOf, shiftOf, stringsApart } from './costs'
import type { SeatMap } from './map'

/** What gives a hand time: a rest, an open string; or what leaves it none: a slur. */
export type Over = 'rest' | 'open string' | 'slur' | 'nothing'

/** From one position to another. */
export type Shift = {
  readonly from: string
  readonly to: string
  /** Half steps along the string, up positive. */
  readonly halfSteps: number
  /** The finger that plays before and after on one string and leads the hand; null: none. */
  readonly guide: number | null
  readonly over: Over
}

/** To another string: by a finger of the left hand, or by the bow alone, to or from an open string. */
export type Crossing = {
  readonly by: 'hand' | 'bow'
  /** Strings, up positive: −2 skips one downwards. */
  readonly strings: number
  readonly slurred: boolean
}

/** One finger that changes its place between two of its notes, on one string or from one to the next. */
export type Slide = { readonly finger: number; readonly from: Place; readonly to: Place; readonly across: boolean; readonly over: Over }

/** What the hand and the bow do from one column of the line to a later one. */
export type Move = {
  readonly from: number
  readonly to: number
  /** As a repeat or an ending leads, not as it is written. */
  readonly jump: boolean
  readonly crossing: Crossing | null
  readonly shift: Shift | null
  readonly slide: Slide | null
  /** The finger that hops to the next string at the same place: a fifth (a fourth on the bass). */
  readonly fifth: number | null
  /** The hand opens or closes (cello), or stretches and comes back (violin, viola). */
  readonly opening: 'opens' | 'closes' | null
}

/** Every move of a seat's line, in written order, then those that repeats and endings make. Derived once for a map. */
export const movesOf = once((map: SeatMap): readonly Move[] => {
  const { columns, jumps } = map.solution
  const moves: Move[] = []
  columns.forEach((c, i) => {
    if (c.moves) moves.push(moveBetween(map, i - 1, i, c.gap, false))
  })
  for (const j of jumps) moves.push(j.back ? moveBetween(map, j.high, j.low, j.gap, true) : moveBetween(map, j.low, j.high, j.gap, true))
  return moves
})

/** The move that leads to a column as the line is written; null at its start and after an ending. */
export const moveTo = (map: SeatMap, column: number): Move | null => movesOf(map).find((m) => m.to === column && !m.jump) ?? null

function moveBetween(map: SeatMap, from: number, to: number, gap: { slurred: boolean; rest: boolean }, jump: boolean): Move {
  const [a, b] = [chosenAt(map.solution, from), chosenAt(map.solution, to)]
  const over: Over = gap.rest ? 'rest' : a.open ? 'open string' : gap.slurred ? 'slur' : 'nothing'
  const stretched = (h: Hold) => h.shape !== 'closed' || h.stops.some((s) => s.stretch)
  return {
    from,
    to,
    jump,
    crossing: crossingOf(a, b, gap.slurred),
    shift: a.position === b.position ? null : shiftBetween(map, a, b, over),
    slide: slideTo(map, from, b, over),
    fifth: fifthOf(a, b),
    opening: a.open || b.open || stretched(a) === stretched(b) ? null : stretched(b) ? 'opens' : 'closes',
  }
}

function crossingOf(a: Hold, b: Hold, slurred: boolean): Crossing | null {
  const apart = stringsApart(a, b)
  return apart === 0 ? null : { by: a.open || b.open ? 'bow' : 'hand', strings: b.low > a.high ? apart : -apart, slurred }
}

function shiftBetween(map: SeatMap, a: Hold, b: Hold, over: Over): Shift {
  const said = (i: number) => positionKey(map.instrument.positions[i])
  return {
    from: said(a.position),
    to: said(b.position),
    halfSteps: shiftOf(map.solution.setup, a, b),
    guide: guideOf(a, b),
    over,
  }
}

/** The hand's last fingers count, whatever open strings rang meanwhile. */
function slideTo(map: SeatMap, from: number, b: Hold, over: Over): Slide | null {
  let i = from
  while (i > 0 && chosenAt(map.solution, i).open && map.solution.columns[i].moves) i--
  const a = chosenAt(map.solution, i)
  if (a.open || b.open || a.position !== b.position) return null
  for (const s of a.stops)
    for (const t of b.stops) {
      if (s.finger === 0 || s.finger !== t.finger || s.k === t.k || Math.abs(s.string - t.string) > 1) continue
      return { finger: s.finger, from: s.place, to: t.place, across: s.string !== t.string, over: i < from ? 'open string' : over }
    }
  return null
}

function fifthOf(a: Hold, b: Hold): number | null {
  if (a.position !== b.position || stringsApart(a, b) !== 1) return null
  const [s, t] = facing(a, b)
  return s.finger > 0 && s.finger !== THUMB && t.finger === s.finger && t.k === s.k ? s.finger : null
}

/** How often the hand shifts along the line as it is written. */
export const shiftsIn = (map: SeatMap): number => movesOf(map).filter((m) => m.shift && !m.jump).length
