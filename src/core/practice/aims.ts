import type { Practised } from '../drills/practised'
import { movesOf } from '../fingering/moves'
import type { SeatId } from '../seats/seat'
import type { Aim } from './record'
import { aimKey, sayTendency, tendencyOf } from './tendency'

/** A shift to log tries at. */
export type Shift = { seat: SeatId; from: string; to: string; string: string; up: boolean }

/** Every shift that a piece asks of its seats, once each. */
export function shiftsToAim(c: Practised): Shift[] {
  const found = new Map<string, Shift>()
  for (const p of c.players) {
    const { columns, chosen } = p.map.solution
    for (const m of movesOf(p.map)) {
      if (!m.shift || m.jump) continue
      const stop = columns[m.to].holds[chosen[m.to]].stops[0]
      const shift = {
        seat: p.seat.id,
        from: m.shift.from,
        to: m.shift.to,
        string: p.map.instrument.strings[stop.string].letter,
        up: m.shift.halfSteps > 0,
      }
      found.set(JSON.stringify(shift), shift)
    }
  }
  return [...found.values()]
}

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
