import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import { z } from 'zod'
import { pieceSchema, type Piece } from '@/core/piece/piece'
import { retitled } from '@/core/piece/edit'
import { emptyPlan, planSchema, type Plan } from '@/core/seats/plan'
import { json } from './json'

const rowSchema = z.object({
  id: z.string(),
  class_id: z.string(),
  piece: json(pieceSchema),
  plan: json(planSchema),
  source_name: z.string(),
  source_text: z.string(),
  original_id: z.string().nullable(),
  version: z.int(),
  created_at: z.int(),
  changed_at: z.int(),
  opened_at: z.int().nullable(),
  deleted_at: z.int().nullable(),
})

/** A piece as kept for a class. Times in milliseconds since 1970. */
export type StoredPiece = {
  readonly id: string
  readonly piece: Piece
  readonly plan: Plan
  /** Where it came from, and its text as it was last typed: empty when its notes have no text of their own. */
  readonly source: { readonly name: string; readonly text: string }
  readonly originalId: string | null
  readonly version: number
  readonly changedAt: number
  readonly openedAt: number | null
}

const stored = (row: unknown): StoredPiece => {
  const r = rowSchema.parse(row)
  return {
    id: r.id,
    piece: r.piece,
    plan: r.plan,
    source: { name: r.source_name, text: r.source_text },
    originalId: r.original_id,
    version: r.version,
    changedAt: r.changed_at,
    openedAt: r.opened_at,
  }
}

export type Source = StoredPiece['source']

/** The pieces of a class, last opened first, then newest. */
export async function listPieces(db: Knex, classId: string): Promise<StoredPiece[]> {
  const rows: unknown[] = await db('pieces')
    .where({ class_id: classId, deleted_at: null })
    .orderByRaw('opened_at IS NULL, opened_at DESC, created_at DESC, rowid DESC')
  return rows.map(stored)
}

/** One piece, or null when there is none (or it has been deleted). */
export async function getPiece(db: Knex, id: string): Promise<StoredPiece | null> {
  const row: unknown = await db('pieces').where({ id, deleted_at: null }).first()
  return row ? stored(row) : null
}

/** A piece to be kept: what it came from, and what has been decided about it already. */
export type NewPiece = { readonly piece: Piece; readonly source: Source; readonly plan?: Plan; readonly originalId?: string | null }

/** Keeps new pieces, all or none, and says their ids. */
export async function addPieces(db: Knex, classId: string, pieces: readonly NewPiece[], now: number): Promise<string[]> {
  return db.transaction(async (t) => {
    const ids: string[] = []
    for (const { piece, source, plan = emptyPlan(), originalId = null } of pieces) {
      const id = randomUUID()
      const [pieceText, planText] = [JSON.stringify(piece), JSON.stringify(plan)]
      await t('pieces').insert({
        id,
        class_id: classId,
        piece: pieceText,
        plan: planText,
        source_name: source.name,
        source_text: source.text,
        original_id: originalId,
        version: 1,
        created_at: now,
        changed_at: now,
        opened_at: null,
        deleted_at: null,
      })
      await t('piece_versions').insert({
        piece_id: id,
        version: 1,
        piece: pieceText,
        source_text: source.text,
        plan: planText,
        saved_at: now,
      })
      ids.push(id)
    }
    return ids
  })
}

/** Keeps a new piece and says its id. */
export async function addPiece(db: Knex, classId: string, piece: Piece, source: Source, now: number, plan?: Plan): Promise<string> {
  const [id] = await addPieces(db, classId, [{ piece, source, ...(plan ? { plan } : {}) }], now)
  return id
}

/** What came of a save: the new version, or the version that stands because somebody else saved meanwhile. */
export type Saved =
  { readonly ok: true; readonly version: number } | { readonly ok: false; readonly reason: 'newer' | 'gone'; readonly version: number }

export type Change = { readonly piece?: Piece; readonly plan?: Plan; readonly source?: Source }

/** Saves over version `base` only: a newer one is never overwritten. Every version is kept ({@link listVersions}). */
export async function savePiece(db: Knex, id: string, base: number, change: Change, now: number): Promise<Saved> {
  return db.transaction(async (t): Promise<Saved> => {
    const row = (await t('pieces').where({ id, deleted_at: null }).first('version', 'plan')) as
      { version: number; plan: string } | undefined
    if (!row) return { ok: false, reason: 'gone', version: 0 }
    if (row.version !== base) return { ok: false, reason: 'newer', version: row.version }
    const written = {
      ...(change.piece ? { piece: JSON.stringify(change.piece) } : {}),
      ...(change.plan ? { plan: JSON.stringify(change.plan) } : {}),
      ...(change.source ? { source_name: change.source.name, source_text: change.source.text } : {}),
    }
    await t('pieces')
      .where({ id })
      .update({ version: base + 1, changed_at: now, ...written })
    await t('piece_versions').insert({
      piece_id: id,
      version: base + 1,
      piece: written.piece ?? null,
      source_text: written.source_text ?? null,
      plan: written.plan ?? row.plan,
      saved_at: now,
    })
    return { ok: true, version: base + 1 }
  })
}

/** A second copy under "… (copy)"; null when the piece is gone. */
export async function duplicatePiece(db: Knex, id: string, now: number): Promise<string | null> {
  const row = (await db('pieces').where({ id, deleted_at: null }).first('class_id')) as { class_id: string } | undefined
  const original = row && (await getPiece(db, id))
  if (!row || !original) return null
  const { piece, source, plan, originalId } = original
  const copy = retitled(piece, `${piece.title} (copy)`.slice(0, 200))
  const [made] = await addPieces(db, row.class_id, [{ piece: copy, source, plan, originalId }], now)
  return made
}

/** Takes a piece off the shelf (`now`) or puts it back (null). Nothing is lost by it. */
export async function setDeleted(db: Knex, id: string, at: number | null): Promise<void> {
  await db.transaction((t) => t('pieces').where({ id }).update({ deleted_at: at }))
}

/** Notes that a piece has been opened. */
export async function touchPiece(db: Knex, id: string, now: number): Promise<void> {
  await db.transaction((t) => t('pieces').where({ id }).update({ opened_at: now }))
}
