import type { SeatMap } from '@/core/fingering/map'
import { INSTRUMENTS } from '@/core/instruments/all'
import type { Line, Piece } from '@/core/piece/piece'
import { eventId, eventOf } from './ids'
import { meiOf } from './mei'

/** What stands in its ids where a seat does in others. */
const TUNE = 'tune'

/** A line as a staff of its own, as it is written: no seat has mapped it. */
const unmapped = (line: Line): SeatMap => ({
  seat: { id: TUNE, name: line.name, instrument: { ...INSTRUMENTS[0], clef: line.clef } },
  instrument: { ...INSTRUMENTS[0], clef: line.clef },
  line,
  octave: 0,
  written: 0,
  moments: [],
  solution: { columns: [], chosen: [], total: 0 } as unknown as SeatMap['solution'],
  notes: [],
  problems: [],
  byEvent: new Map(),
})

/** The tune as it is written, a staff a line. */
export const tuneMei = (piece: Piece): string =>
  meiOf(piece, { maps: piece.lines.map(unmapped), rows: [], positions: false, labels: piece.lines.length > 1 })

/** Id of an event's element in that drawing, and the way back. */
export const tuneId = (event: string): string => eventId(TUNE, event)
export const eventOfTune = (id: string): string | null => {
  const of = eventOf(id)
  return of?.seat === TUNE ? of.event : null
}
