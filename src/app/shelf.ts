import { searchable, summaryIn } from '@/core/piece/summary'
import { previewSchema, type Preview } from '@/core/balance/preview.schema'
import { drawLater } from '@/jobs/made'
import type { StoredClass } from '@/store/classes'
import { database } from '@/store/database'
import { getHeads, listShelf, type PieceHead } from '@/store/pieces'
import { keptPreviews, previewKey } from '@/store/previews'
import { SHELF_PART, type Card, type ShelfQuery, type ShelfReply } from '@/api/shelf'

/** The drawings of pieces of a class that are made, by id; null: it cannot be drawn. What is not made yet is asked for, and comes later. */
async function drawn(klass: StoredClass, heads: readonly PieceHead[]): Promise<Map<string, Preview | null>> {
  const db = await database()
  const kept = await keptPreviews(db, klass.id, new Map(heads.map((h) => [h.id, previewKey(h.version, klass.version)])))
  const of = (h: PieceHead): Preview | null => previewSchema.safeParse(kept.get(h.id)).data ?? null
  const made = heads.filter((h) => !h.summary || kept.has(h.id))
  drawLater(
    db,
    klass,
    heads.filter((h) => !made.includes(h)),
  )
  return new Map(made.map((h) => [h.id, of(h)]))
}

/** A part of a class's shelf. Drawings are made once for each version of a piece and of the class; the shelf does not wait for them. */
export async function shelfPart(klass: StoredClass, { q, from }: ShelfQuery): Promise<ShelfReply> {
  const words = searchable(q).split(/\s+/).filter(Boolean).slice(0, 12)
  const { total, found, heads } = await listShelf(await database(), klass.id, { words, offset: from, limit: SHELF_PART })
  const made = await drawn(klass, heads)
  const card = ({ id, title, summary, openedAt }: PieceHead): Card => ({
    id,
    title,
    summary: summary && summaryIn(klass.settings.talk.names, summary),
    openedAt,
    preview: made.get(id) ?? null,
    coming: !made.has(id),
  })
  return { total, found, cards: heads.map(card) }
}

/** The drawings of some pieces of a class's shelf, as far as they are made. */
export async function drawnOf(klass: StoredClass, ids: readonly string[]): Promise<Record<string, Preview | null>> {
  return Object.fromEntries(await drawn(klass, await getHeads(await database(), klass.id, ids)))
}
