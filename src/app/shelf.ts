import { searchable } from '@/core/piece/summary'
import { previewSchema } from '@/core/seats/preview'
import { inWorker, TaskError } from '@/jobs/pool'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { listShelf, type Head } from '@/store/pieces'
import { keepPreviews, keptPreviews, previewKey } from '@/store/previews'
import { DataError } from '@/store/trouble'
import { SHELF_PART, type Card, type ShelfQuery, type ShelfReply } from '@/api/protocol'

/** How many measures the small drawing shows. */
const PREVIEW = 6
/** How long a page waits for the drawings that are not kept yet, in milliseconds; without them it shows empty strings. */
const PATIENCE = 5_000

/** A part of the shelf. Drawings are made once for each version of a piece and of the class, in the worker, and kept. */
export async function shelfPart({ q, from }: ShelfQuery): Promise<ShelfReply> {
  const db = await database()
  const klass = await theClass(db)
  const words = searchable(q).split(/\s+/).filter(Boolean).slice(0, 12)
  const { total, found, heads } = await listShelf(db, klass.id, { words, offset: from, limit: SHELF_PART })
  const keys = new Map(heads.map((h) => [h.id, previewKey(h.version, klass.version)]))
  const kept = await keptPreviews(db, keys)
  const missing = heads.filter((h) => h.summary && !kept.has(h.id)).map((h) => h.id)
  if (missing.length) {
    const drawn = inWorker({ kind: 'previews', ids: missing, measures: PREVIEW }, PATIENCE).then(async (made) => {
      const all = Object.entries(made)
      for (const [id, dots] of all) kept.set(id, dots)
      await keepPreviews(
        db,
        all.map(([id, dots]) => ({ id, key: keys.get(id)!, dots })),
      )
    })
    // The shelf is shown all the same: its drawings are an ornament, and what comes too late is there at the next visit.
    await Promise.race([drawn.catch(passOver), new Promise((resolve) => setTimeout(resolve, PATIENCE))])
  }
  const card = (h: Head): Card => {
    const preview = previewSchema.safeParse(kept.get(h.id))
    return { id: h.id, title: h.title, summary: h.summary, openedAt: h.openedAt, preview: preview.success ? preview.data : null }
  }
  return { total, found, cards: heads.map(card) }
}

/** Troubles that the shelf can do without hearing of. */
function passOver(e: unknown): void {
  if (!(e instanceof TaskError || e instanceof DataError)) console.error(e)
}
