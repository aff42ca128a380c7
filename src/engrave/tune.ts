import { partsOfPiece, TUNE } from '@/core/part/part'
import type { Piece } from '@/core/piece/piece'
import { eventId, eventIdIn } from './ids'
import { meiOf } from './mei'

/** The tune as it is written, a staff a line. */
export const tuneMei = (piece: Piece): string =>
  meiOf(piece, { parts: partsOfPiece(piece), rows: [], positions: false, labels: piece.lines.length > 1 })

/** Id of an event's element in that drawing, and the way back. */
export const tuneId = (event: string): string => eventId(TUNE, event)
export const eventOfTune = (id: string): string | null => {
  const of = eventIdIn(id)
  return of?.seat === TUNE ? of.event : null
}
