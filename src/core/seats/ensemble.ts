import { mapSeat, type SeatMap } from '../fingering/map'
import type { Policy } from '../fingering/policy'
import { SEATS, type Seat } from '../hands/instruments'
import type { Line, Piece } from '../piece/piece'
import { octavePlan } from './octaves'
import type { Plan } from './plan'

/** The class, mapped: what each seat's hand does, side by side. */
export type Ensemble = Readonly<Record<Seat, SeatMap>>

/** The line that a seat reads; a plan made for a longer piece falls back to the first. */
export const lineFor = (piece: Piece, plan: Plan, seat: Seat): Line => piece.lines[plan.lines[seat]] ?? piece.lines[0]

/** Sounding octave of every seat: the teacher's choice, else where it fits best. */
export function octavesFor(piece: Piece, plan: Plan): Record<Seat, number> {
  const seats = SEATS.filter((s) => plan.octaves[s] === 'auto')
  const auto = seats.length ? octavePlan(piece, (s) => lineFor(piece, plan, s), seats, plan.policy) : null
  const chosen = (s: Seat): number => {
    const o = plan.octaves[s]
    return o === 'auto' ? auto![s] : o
  }
  return { violin: chosen('violin'), viola: chosen('viola'), cello: chosen('cello'), bass: chosen('bass') }
}

type Made = {
  readonly piece: Piece
  readonly line: Line
  readonly octave: number
  readonly policy: Policy
  readonly pins: object
  readonly map: SeatMap
}

/**
 * Maps a piece for the class, keeping what it made: a seat is solved again only when something that it reads has changed
 * (by identity, so edits must be new values). One mapper serves one desk.
 */
export function ensembleMapper(): (piece: Piece, plan: Plan) => Ensemble {
  const kept = new Map<Seat, Made>()
  let octaves: { piece: Piece; choices: Plan['octaves']; lines: Plan['lines']; policy: Policy; value: Record<Seat, number> } | null = null
  return (piece, plan) => {
    if (
      !octaves ||
      octaves.piece !== piece ||
      octaves.choices !== plan.octaves ||
      octaves.lines !== plan.lines ||
      octaves.policy !== plan.policy
    )
      octaves = { piece, choices: plan.octaves, lines: plan.lines, policy: plan.policy, value: octavesFor(piece, plan) }
    const { value } = octaves
    const one = (seat: Seat): SeatMap => {
      const [line, octave, pins, policy] = [lineFor(piece, plan, seat), value[seat], plan.pins[seat], plan.policy]
      const last = kept.get(seat)
      if (last && last.piece === piece && last.line === line && last.octave === octave && last.policy === policy && last.pins === pins)
        return last.map
      const map = mapSeat(piece, line, seat, { octave, policy, pins: new Map(Object.entries(pins)) })
      kept.set(seat, { piece, line, octave, policy, pins, map })
      return map
    }
    return { violin: one('violin'), viola: one('viola'), cello: one('cello'), bass: one('bass') }
  }
}
