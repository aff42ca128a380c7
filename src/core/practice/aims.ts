import type { Practised } from '../drills/practised'
import type { SeatMap } from '../fingering/map'
import { movesOf, moveTo, type Move } from '../fingering/moves'
import type { SeatId } from '../seats/seat'
import type { Aim } from './record'
import { aimKey, sayTendency, tendencyOf } from './tendency'

/** A shift to log tries at. */
export type Shift = { seat: SeatId; from: string; to: string; string: string; up: boolean }

/** A move as a shift to log tries at; null: the hand stays. */
function shiftIn(map: SeatMap, m: Move): Shift | null {
  if (!m.shift || m.jump) return null
  const { columns, chosen } = map.solution
  const stop = columns[m.to].holds[chosen[m.to]].stops[0]
  const string = map.instrument.strings[stop.string].letter
  return { seat: map.seat.id, from: m.shift.from, to: m.shift.to, string, up: m.shift.halfSteps > 0 }
}

/** Every shift that a piece asks of its seats, once each. */
export function shiftsToAim(c: Practised): Shift[] {
  const all = c.players.flatMap((p) => movesOf(p.map).flatMap((m) => shiftIn(p.map, m) ?? []))
  return [...new Map(all.map((s) => [JSON.stringify(s), s])).values()]
}

/** The shift that leads to a note, by its event; null: the hand does not shift to it. */
export function shiftTo(map: SeatMap, event: string): Shift | null {
  const column = map.solution.columns.findIndex((c) => map.moments[c.moment].events.some((e) => e.event.id === event))
  const move = column < 0 ? null : moveTo(map, column)
  return move && shiftIn(map, move)
}

/** "up from I to III on A". */
export const sayShift = (s: Pick<Shift, 'from' | 'to' | 'string' | 'up'>): string =>
  `${s.up ? 'up' : 'down'} from ${s.from} to ${s.to} on ${s.string}`

/** What is known of one player's tries at a shift, in a sentence; `known`: a tendency is said. */
export type AimTendency = {
  readonly piece: string
  readonly seat: SeatId
  readonly student: string
  readonly text: string
  readonly known: boolean
}

/** What is known of how shifts land, of each shift of each player. */
export function tendenciesOf(aims: readonly Aim[]): AimTendency[] {
  const groups = new Map<string, Aim[]>()
  for (const a of aims) groups.set(`${a.piece} ${aimKey(a)}`, [...(groups.get(`${a.piece} ${aimKey(a)}`) ?? []), a])
  return [...groups.values()].map((same) => {
    const [a] = same
    const t = tendencyOf(same)
    return { piece: a.piece, seat: a.seat, student: a.student, text: sayTendency(a, t), known: t.lands !== null }
  })
}
