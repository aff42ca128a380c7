import '@/core/jitless'
import * as z from 'zod/mini'
import { pieceSchema } from '@/core/piece/piece.schema'

/** The notes of a piece. */
export const notesReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), piece: pieceSchema }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type NotesReply = z.infer<typeof notesReply>
