import type { Piece } from '@/core/piece/piece'
import type { Plan } from '@/core/plan/plan'
import { PIECE_FILE, type PieceFile } from './schema'

/** A piece and what was decided about it, as a file of its own. The shape is published in docs/even-seat-piece.schema.json. */
export const writeJson = (piece: Piece, plan?: Plan): string =>
  `${JSON.stringify({ format: PIECE_FILE, piece, ...(plan ? { plan } : {}) } satisfies PieceFile, null, 1)}\n`
