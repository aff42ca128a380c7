import * as z from 'zod/mini'
import { pieceSchema } from '@/core/piece/piece.schema'
import { planSchema } from '@/core/plan/plan.schema'

export const PIECE_FILE = 'even-seat-piece'

/** A piece as a file of its own: what is written, and what the teacher has decided about it. */
export const pieceFileSchema = z.object({ format: z.literal(PIECE_FILE), piece: pieceSchema, plan: z.optional(planSchema) })
export type PieceFile = z.infer<typeof pieceFileSchema>

/** The shape of a piece file as JSON Schema (2020-12), as it is published in docs/: what is read, so nothing is required that has a default. */
export const pieceFileJsonSchema = (): object => z.toJSONSchema(pieceFileSchema, { unrepresentable: 'any', io: 'input' })
