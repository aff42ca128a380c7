import { z } from 'zod'
import { timeSchema } from '@/core/bounds'
import { pieceSchema } from '@/core/piece/piece'
import { summarySchema } from '@/core/piece/summary'
import { planSchema } from '@/core/seats/plan'
import { previewSchema } from '@/core/seats/preview'
import { LIMITS } from '@/formats/limits'

/** Pieces that go on the shelf together, and the file they came in, its bytes as base64. */
export const bringRequest = z.object({
  file: z.object({ name: z.string().min(1).max(260), base64: z.string().max(Math.ceil(LIMITS.file / 3) * 4 + 4) }),
  pieces: z
    .array(z.object({ piece: pieceSchema, text: z.string().max(LIMITS.text).optional(), plan: planSchema.optional() }))
    .min(1)
    .max(LIMITS.entries),
})
export type BringRequest = z.infer<typeof bringRequest>
export type BroughtPieces = BringRequest['pieces']

/** What a request may weigh in all, in bytes: a file at its limit and its pieces. */
export const MOST_REQUEST = 56_000_000

export const bringReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), added: z.array(z.object({ id: z.string(), title: z.string() })) }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type BringReply = z.infer<typeof bringReply>

/** How many pieces the shelf shows at first, and how many more at a time. */
export const SHELF_PART = 12

/** Which part of the shelf is asked for: from which piece on, and the words that must stand in a piece's lines. */
export const shelfQuery = z.object({
  q: z.string().max(200).catch(''),
  from: z.coerce.number().int().min(0).max(1_000_000).catch(0),
})
export type ShelfQuery = z.infer<typeof shelfQuery>

/** What the shelf shows of a piece. `summary` is null when its notes cannot be read, `preview` when it could not be drawn. */
export const cardSchema = z.object({
  id: z.string(),
  title: z.string(),
  summary: summarySchema.nullable(),
  openedAt: timeSchema.nullable(),
  preview: previewSchema.nullable(),
})
export type Card = z.infer<typeof cardSchema>

/** A part of the shelf: how many pieces there are, how many of them match, and some of those. */
export const shelfReply = z.object({ total: z.int().min(0), found: z.int().min(0), cards: z.array(cardSchema) })
export type ShelfReply = z.infer<typeof shelfReply>
