import { mapSeat, type SeatMap } from '../fingering/map'
import type { Policy } from '../fingering/policy'
import { withSubstitutes } from '../fingering/substitute'
import { bySeat, SEATS, type Seat } from '../hands/instruments'
import type { SeatLevel } from '../hands/level'
import type { Line, Piece } from '../piece/piece'
import { settingsFor, type ClassSettings } from './class'
import { octavePlan } from './octaves'
import type { Plan } from './plan'

/** The class, mapped: what each seat's hand does, side by side. */
export type Ensemble = Readonly<Record<Seat, SeatMap>>

/** The line that a seat reads, as the piece has it; a plan made for a longer piece falls back to the first. */
export const lineFor = (piece: Piece, plan: Plan, seat: Seat): Line => piece.lines[plan.lines[seat]] ?? piece.lines[0]

/** Sounding octave of every seat: the teacher's choice, else where it fits best. */
export function octavesFor(piece: Piece, plan: Plan, klass: ClassSettings): Record<Seat, number> {
  const seats = SEATS.filter((s) => plan.octaves[s] === 'auto')
  const auto = seats.length
    ? octavePlan(
        piece,
        (s) => lineFor(piece, plan, s),
        seats,
        (s) => settingsFor(klass, plan, s),
      )
    : null
  const chosen = (s: Seat): number => {
    const o = plan.octaves[s]
    return o === 'auto' ? auto![s] : o
  }
  return bySeat(chosen)
}

/** One seat of a piece, mapped as its plan and class say. */
export function seatMap(
  piece: Piece,
  plan: Plan,
  klass: ClassSettings,
  seat: Seat,
  octave = octavesFor(piece, plan, klass)[seat],
): SeatMap {
  const line = withSubstitutes(lineFor(piece, plan, seat), plan.substitutes[seat])
  return mapSeat(piece, line, seat, { octave, ...settingsFor(klass, plan, seat), pins: new Map(Object.entries(plan.pins[seat])) })
}

type Made = {
  readonly piece: Piece
  readonly line: Line
  readonly octave: number
  readonly policy: Policy
  readonly level: SeatLevel
  readonly pins: object
  readonly map: SeatMap
}

const samePolicy = (a: Policy, b: Policy): boolean => (Object.keys(a) as (keyof Policy)[]).every((k) => a[k] === b[k])

/**
 * Maps a piece for the class, keeping what it made: a seat is solved again only when something that it reads has changed
 * (by identity, so edits must be new values). One mapper serves one desk.
 */
export function ensembleMapper(): (piece: Piece, plan: Plan, klass: ClassSettings) => Ensemble {
  const kept = new Map<Seat, Made>()
  let octaves: { by: readonly unknown[]; value: Record<Seat, number> } | null = null
  return (piece, plan, klass) => {
    const by = [piece, klass, plan.octaves, plan.lines, plan.policy, plan.seatPolicy, plan.level]
    if (!octaves || octaves.by.some((x, i) => x !== by[i])) octaves = { by, value: octavesFor(piece, plan, klass) }
    const { value } = octaves
    const one = (seat: Seat): SeatMap => {
      const line = withSubstitutes(lineFor(piece, plan, seat), plan.substitutes[seat])
      const [octave, pins, { policy, level }] = [value[seat], plan.pins[seat], settingsFor(klass, plan, seat)]
      const last = kept.get(seat)
      if (
        last &&
        last.piece === piece &&
        last.line === line &&
        last.octave === octave &&
        last.level === level &&
        last.pins === pins &&
        samePolicy(last.policy, policy)
      )
        return last.map
      const map = seatMap(piece, plan, klass, seat, octave)
      kept.set(seat, { piece, line, octave, policy, level, pins, map })
      return map
    }
    return bySeat(one)
  }
}
