import type { Key } from '../music/key'
import { measureTicks, type Meter } from '../music/time'
import { feltMeters } from './felt'
import { onceIn } from '../once'
import { secondHalves } from './split'
import { eventTicks, type Line, type Measure, type Piece, type PieceEvent } from './piece'

/** A measure in its place: what is in force in it and when it starts (ticks from the start of the written line). */
export type PlacedMeasure = {
  readonly index: number
  readonly measure: Measure
  readonly key: Key
  readonly meter: Meter
  readonly start: number
  /** Ticks that its events fill. */
  readonly length: number
  /** Ticks of the bar that lie before its first event: a pickup begins late in its bar, and so does what follows a repeat inside one. */
  readonly lead: number
}

/** An event in its place. `onset` counts from the start of the written line, `into` from the (possibly unwritten) barline. */
export type PlacedEvent = {
  readonly event: PieceEvent
  readonly at: PlacedMeasure
  readonly onset: number
  readonly into: number
  readonly ticks: number
}

/** The measures of a line as written, each with the key and meter in force. */
export function placeMeasures(piece: Piece, line: Line): PlacedMeasure[] {
  let { key } = piece
  const meters = feltMeters(line, piece.meter)
  let start = 0
  const second = secondHalves(line.measures, piece.meter)
  return line.measures.map((measure, index) => {
    key = measure.key ?? key
    const meter = meters[index]
    const length = measure.events.reduce((sum, e) => sum + eventTicks(e, meter), 0)
    const lead = measure.pickup || second[index] ? Math.max(0, measureTicks(meter) - length) : 0
    const placed = { index, measure, key, meter, start, length, lead }
    start += length
    return placed
  })
}

/** Every event of a line in written order. Made once for a line. */
export const placeEvents = onceIn((piece: Piece, line: Line): readonly PlacedEvent[] => {
  const events: PlacedEvent[] = []
  for (const at of placeMeasures(piece, line)) {
    let into = 0
    for (const event of at.measure.events) {
      const ticks = eventTicks(event, at.meter)
      events.push({ event, at, onset: at.start + into, into: at.lead + into, ticks })
      into += ticks
    }
  }
  return events
})

/** A measure whose events do not add up to its meter, with what is missing (negative) or too much, in ticks. */
type Misfit = {
  readonly line: number
  readonly number: string
  readonly index: number
  readonly excess: number
  readonly meter: Meter
}

/** Measures that are too long, or too short without a reason: a pickup, or the last bar before a repeat that starts with one. */
export function misfits(piece: Piece): Misfit[] {
  return piece.lines.flatMap((line, l) =>
    placeMeasures(piece, line).flatMap(({ measure, length, lead, meter, index }): Misfit[] => {
      const excess = length - measureTicks(meter)
      const mayBeShort = lead > 0 || measure.pickup || measure.repeatEnd || measure.ending || index === line.measures.length - 1
      return excess > 0 || (excess < 0 && !mayBeShort) ? [{ line: l, number: measure.number, index, excess, meter }] : []
    }),
  )
}
