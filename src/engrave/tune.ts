import type { SeatMap } from '@/core/fingering/map'
import { INSTRUMENTS } from '@/core/hands/instruments'
import type { Line, Piece } from '@/core/piece/piece'
import { meiOf } from './mei'

/** A line as a staff of its own, as it is written: no seat has mapped it. */
const unmapped = (line: Line): SeatMap => ({
  instrument: { ...INSTRUMENTS.violin, clef: line.clef, name: line.name },
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
  meiOf(piece, { maps: piece.lines.map(unmapped), rows: [], positions: false, labels: piece.lines.length > 1 }).replace(
    /(xml:id="|startid="#|endid="#)violin-/g,
    '$1tune-',
  )

/** Id of an event's element in that drawing, and the way back. */
export const tuneId = (event: string): string => `tune-${event}`
export const eventOfTune = (id: string): string => id.replace(/^tune-/, '').replace(/-h\d+$/, '')
