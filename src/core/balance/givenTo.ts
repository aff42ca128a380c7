import { handSteps, waysAt } from '../fingering/along'
import { givenPins } from '../fingering/given'
import type { SeatMap } from '../fingering/map'
import { pinAllows } from '../fingering/pins'
import { isLearned } from '../hands/hold'
import type { Piece } from '../piece/piece'
import type { ClassSettings } from '../plan/class'
import { lineIndexFor, mapsOf, type Ensemble } from './ensemble'
import { matchLines } from '../seats/lines'
import type { Plan } from '../plan/plan'
import { seatsOf } from '../seats/seat'

/** A seat to which fingers of the file can belong, and at how many notes it has some. */
export type GivenTo = { readonly map: SeatMap; readonly count: number }

/** Of the given fingers, how many must be ways that a seat has learned for them to be its own. */
const ENOUGH = 0.9

/**
 * The seats to which the fingers of the file can belong. Where their line is somebody's own, by name or else by clef, to
 * those who play that instrument; where it is nobody's, to those who have learned to play the notes with these fingers: of
 * them to those who read its clef, if any do.
 */
export function givenTo(piece: Piece, plan: Plan, klass: ClassSettings, ensemble: Ensemble): GivenTo[] {
  const seats = seatsOf(klass)
  const matched = matchLines(seats, piece)
  const found = mapsOf(ensemble).flatMap((map) => {
    const pins = givenPins(map.line, map.instrument)
    const count = Object.keys(pins).length
    const seat = seats.find((s) => s.id === map.seat.id)
    if (count === 0 || !seat) return []
    const line = lineIndexFor(piece, plan, klass, seat)
    const [named, byClef] = (['name', 'clef'] as const).map((by) =>
      seats.filter((s) => matched[s.id].line === line && matched[s.id].by === by),
    )
    const owners = named.length > 0 ? named : byClef
    const owns = owners.length === 0 ? null : owners.some((s) => s.instrument.id === seat.instrument.id)
    return owns === false || (owns === null && playable(map, pins) < ENOUGH * count) ? [] : [{ map, count, line, owns: owns === true }]
  })
  const reads = (f: (typeof found)[number]) => f.map.instrument.clef === f.map.line.clef
  return found.filter((f) => f.owns || reads(f) || !found.some((o) => o.line === f.line && reads(o)))
}

/** At how many of the given notes a way that the seat has learned is what was given. */
const playable = (map: SeatMap, pins: ReturnType<typeof givenPins>): number =>
  handSteps(map).filter(({ placed }, i) => {
    const pin = pins[placed.event.id]
    return pin && waysAt(map, i).some((h) => isLearned(h) && pinAllows(pin, map.instrument, h))
  }).length
