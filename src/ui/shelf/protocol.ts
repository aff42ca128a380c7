import { z } from 'zod'
import { timeSchema } from '@/core/bounds'
import { summarySchema } from '@/core/piece/summary'
import { previewSchema } from '@/core/seats/preview'

export { MOST_REQUEST, type BringRequest, type BroughtPieces } from '@/formats/brought'

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
