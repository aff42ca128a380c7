import '@/core/jitless'
import * as z from 'zod/mini'
import { timeSchema } from '@/core/bounds.schema'
import { summarySchema } from '@/core/piece/summary.schema'
import { previewSchema, type Preview } from '@/core/balance/preview.schema'

export const bringReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), added: z.array(z.object({ id: z.string(), title: z.string() })) }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type BringReply = z.infer<typeof bringReply>

/** How many pieces the shelf shows at first, and how many more at a time. */
export const SHELF_PART = 12

/** Which part of the shelf is asked for: from which piece on, and the words that must stand in a piece's lines. */
export const shelfQuery = z.object({
  q: z.catch(z.string().check(z.maxLength(200)), ''),
  from: z.catch(z.coerce.number().check(z.int(), z.minimum(0), z.maximum(1_000_000)), 0),
})
export type ShelfQuery = z.infer<typeof shelfQuery>

/** What the shelf shows of a piece. `summary` is null when its notes cannot be read, `preview` when it could not be drawn. */
export const cardSchema = z.object({
  id: z.string(),
  title: z.string(),
  summary: z.nullable(summarySchema),
  openedAt: z.nullable(timeSchema),
  preview: z.nullable(previewSchema),
  /** It is being drawn; the drawing comes later. */
  coming: z.boolean(),
})
/** The small drawings of some pieces that are made; null: it cannot be drawn. */
export const drawingsQuery = z.object({
  ids: z.catch(
    z.pipe(
      z.string().check(z.maxLength(4000)),
      z.transform((s) =>
        s
          .split(',')
          .filter((id) => z.uuid().safeParse(id).success)
          .slice(0, 100),
      ),
    ),
    [],
  ),
})
export const drawingsReply = z.object({ drawings: z.record(z.string(), z.nullable(previewSchema)) })
export type DrawingsReply = { readonly drawings: Readonly<Record<string, Preview | null>> }
export type Card = Omit<z.infer<typeof cardSchema>, 'preview'> & { readonly preview: Preview | null }

/** A part of the shelf: how many pieces there are, how many of them match, and some of those. */
export const shelfReply = z.object({ total: z.int().check(z.minimum(0)), found: z.int().check(z.minimum(0)), cards: z.array(cardSchema) })
export type ShelfReply = Omit<z.infer<typeof shelfReply>, 'cards'> & { readonly cards: readonly Card[] }
