import type { SeatMap } from '../../fingering/map'
import { pitchName } from '../../music/pitch'
import type { Piece } from '../../piece/piece'
import type { Reads } from '../../seats/reads'
import type { BySeat } from '../../seats/seat'
import { isShown, type KindChoice, type SpotChoice } from '../choice'
import { readingOf } from '../reading'
import { spotsOf } from '../spots'
import type { Reader } from './thing'

/** The seats of a class as they read a piece, with what the teacher has put away left out; `reads`: which notes each seat is known to read, and not to. */
export const readersOf = (
  piece: Piece,
  maps: readonly SeatMap[],
  ofPiece: SpotChoice,
  ofClass: KindChoice,
  reads: BySeat<Reads> = {},
): Reader[] =>
  maps.map((map) => {
    const all = spotsOf(piece, map).filter((s) => !ofPiece.muted.includes(s.id) && (ofPiece.kinds[s.kind] ?? ofClass[s.kind]) !== 'hide')
    const reading = readingOf(piece, map)
    const unsure = reads[map.seat.id]?.unsure ?? []
    const unread = new Set(
      reading.notes.flatMap((n) => (n.heads.some((h) => unsure.includes(pitchName(h.pitch))) ? [n.placed.event.id] : [])),
    )
    return { reading, all, shown: all.filter((s) => isShown(s, ofPiece, ofClass)), unread }
  })
