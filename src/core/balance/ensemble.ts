import type { Pin } from '../fingering/pins'
import { mapSeat, type SeatMap } from '../fingering/map'
import type { Policy } from '../fingering/policy'
import { withSubstitutes } from '../fingering/substitute'
import type { Learned } from '../instruments/learned'
import type { Line, Piece } from '../piece/piece'
import { settingsFor, type ClassSettings } from '../plan/class'
import { matchLines } from '../seats/lines'
import { octavePlan } from './octaves'
import { calling } from '../piece/address'
import { measureWord } from '../plan/talk'
import { asPrinted } from '../seats/book'
import { bookFor, type Plan } from '../plan/plan'
import { seatsOf, type EverySeat, type Seat, type SeatId } from '../seats/seat'

/** The class, mapped: what each seat's hand does, side by side in score order. */
export type Ensemble = EverySeat<SeatMap>

/** The maps of a class in score order. */
export const mapsOf = (ensemble: Ensemble): readonly SeatMap[] => Object.values(ensemble)

/** Index of the line that a seat reads: what the plan says, else its own by name or clef; a plan made for a longer piece falls back to the first. */
export function lineIndexFor(piece: Piece, plan: Plan, klass: ClassSettings, seat: Seat): number {
  const chosen = plan.lines[seat.id] ?? matchLines(seatsOf(klass), piece)[seat.id]?.line ?? 0
  return chosen < piece.lines.length ? chosen : 0
}

/** The line that a seat reads, as the piece has it. */
const lineFor = (piece: Piece, plan: Plan, klass: ClassSettings, seat: Seat): Line => piece.lines[lineIndexFor(piece, plan, klass, seat)]

/** Sounding octave of every seat: the teacher's choice, else where it fits best. */
export function octavesFor(piece: Piece, plan: Plan, klass: ClassSettings): Record<SeatId, number> {
  const all = seatsOf(klass)
  const seats = all.filter((s) => typeof plan.octaves[s.id] !== 'number')
  const auto = seats.length
    ? octavePlan(
        piece,
        all,
        (s) => lineFor(piece, plan, klass, s),
        seats,
        (s) => settingsFor(klass, plan, s),
      )
    : null
  const chosen = (s: Seat): number => {
    const o = plan.octaves[s.id]
    return typeof o === 'number' ? o : auto![s.id]
  }
  return Object.fromEntries(all.map((s) => [s.id, chosen(s)]))
}

const NONE = {}
const pinsOf = (plan: Plan, seat: SeatId) => plan.pins[seat] ?? NONE

/** The pins of a seat as the solver takes them, by event. */
export const pinned = (plan: Plan, seat: SeatId): ReadonlyMap<string, Pin> => new Map(Object.entries<Pin>(pinsOf(plan, seat)))

/** The line that a seat plays: the one it reads, with its substitutes. */
export const playedLine = (piece: Piece, plan: Plan, klass: ClassSettings, seat: Seat): Line =>
  withSubstitutes(
    calling(asPrinted(piece, lineFor(piece, plan, klass, seat), bookFor(plan, seat.id), klass.places), measureWord(klass.talk)),
    plan.substitutes[seat.id] ?? NONE,
  )

/** One seat of a piece, mapped as its plan and class say. */
export function seatMap(
  piece: Piece,
  plan: Plan,
  klass: ClassSettings,
  seat: Seat,
  octave = octavesFor(piece, plan, klass)[seat.id],
): SeatMap {
  const line = playedLine(piece, plan, klass, seat)
  return mapSeat(piece, line, seat, { octave, ...settingsFor(klass, plan, seat), pins: pinned(plan, seat.id) })
}

type Made = {
  readonly seat: Seat
  readonly piece: Piece
  readonly line: Line
  readonly octave: number
  readonly policy: Policy
  readonly learned: Learned
  readonly pins: object
  readonly map: SeatMap
}

const samePolicy = (a: Policy, b: Policy): boolean => (Object.keys(a) as (keyof Policy)[]).every((k) => a[k] === b[k])

/**
 * Maps a piece for the class, keeping what it made: a seat is solved again only when something that it reads has changed
 * (by identity, so edits must be new values). One mapper serves one desk.
 */
export function ensembleMapper(): (piece: Piece, plan: Plan, klass: ClassSettings) => Ensemble {
  const kept = new Map<SeatId, Made>()
  let octaves: { by: readonly unknown[]; value: Record<SeatId, number> } | null = null
  return (piece, plan, klass) => {
    const by = [piece, klass, plan.octaves, plan.lines, plan.policy, plan.seatPolicy, plan.learned]
    if (!octaves || octaves.by.some((x, i) => x !== by[i])) octaves = { by, value: octavesFor(piece, plan, klass) }
    const { value } = octaves
    const one = (seat: Seat): SeatMap => {
      const line = playedLine(piece, plan, klass, seat)
      const [octave, pins, { policy, learned }] = [value[seat.id], pinsOf(plan, seat.id), settingsFor(klass, plan, seat)]
      const last = kept.get(seat.id)
      if (
        last &&
        last.seat === seat &&
        last.piece === piece &&
        last.line === line &&
        last.octave === octave &&
        last.learned === learned &&
        last.pins === pins &&
        samePolicy(last.policy, policy)
      )
        return last.map
      const map = seatMap(piece, plan, klass, seat, octave)
      kept.set(seat.id, { seat, piece, line, octave, policy, learned, pins, map })
      return map
    }
    return Object.fromEntries(seatsOf(klass).map((s) => [s.id, one(s)]))
  }
}
