import type { SeatMap } from '../../fingering/map'
import type { Piece } from '../../piece/piece'
import { isShown, type KindChoice, type SpotChoice } from '../choice'
import { readingOf } from '../reading'
import { spotsOf } from '../spots'
import type { Reader } from './thing'

/** The seats of a class as they read a piece, with what the teacher has put away left out. */
export const readersOf = (piece: Piece, maps: readonly SeatMap[], ofPiece: SpotChoice, ofClass: KindChoice): Reader[] =>
  maps.map((map) => {
    const all = spotsOf(piece, map).filter((s) => !ofPiece.muted.includes(s.id) && (ofPiece.kinds[s.kind] ?? ofClass[s.kind]) !== 'hide')
    return { reading: readingOf(piece, map), all, shown: all.filter((s) => isShown(s, ofPiece, ofClass)) }
  })
