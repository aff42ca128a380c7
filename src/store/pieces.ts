import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import * as z from 'zod/mini'
import { timeSchema } from '@/core/bounds.schema'
import { upgraded, type Piece } from '@/core/piece/piece'
import { pieceSchema } from '@/core/piece/piece.schema'
import { retitled } from '@/core/piece/edit'
import { searchText, summaryOf } from '@/core/piece/summary'
import { summarySchema, type Summary } from '@/core/piece/summary.schema'
import { emptyPlan, type Plan } from '@/core/plan/plan'
import { readPlan } from '@/core/plan/plan.schema'
import { keepFirst, keepNext } from './versions'
import { parsedJson } from './json'
import { insertOriginal, type Original } from './originals'
import type { State } from './states'
import { writing } from './writing'

const headSchema = z.object({
  id: z.string(),
  summary: z.nullable(z.string()),
  title: z.string(),
  source_name: z.string(),
  original_id: z.nullable(z.string()),
  version: z.int(),
  // A time beyond sense, from before such were refused, must not hide the shelf.
  changed_at: z.catch(timeSchema, 0),
  opened_at: z.catch(z.nullable(timeSchema), null),
  deleted_at: z.catch(z.nullable(timeSchema), null),
})
const HEAD = ['id', 'summary', 'title', 'source_name', 'original_id', 'version', 'changed_at', 'opened_at', 'deleted_at'].map(
  (c) => `pieces.${c}`,
)

/** What is known of a piece without reading its notes. Times in milliseconds since 1970. */
export type PieceHead = {
  readonly id: string
  readonly title: string
  /** Null when its notes could not be read when they were last kept. */
  readonly summary: Summary | null
  readonly version: number
  readonly originalId: string | null
  readonly changedAt: number
  readonly openedAt: number | null
  readonly deletedAt: number | null
  readonly sourceName: string
}

const headOf = (row: unknown): PieceHead => {
  const r = headSchema.parse(row)
  const summary = summarySchema.safeParse(parsedJson(r.summary))
  return {
    id: r.id,
    title: r.title,
    summary: summary.success ? summary.data : null,
    version: r.version,
    originalId: r.original_id,
    changedAt: r.changed_at,
    openedAt: r.opened_at,
    deletedAt: r.deleted_at,
    sourceName: r.source_name,
  }
}

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
export type StoredFile = StoredPiece['source']

/** A piece whose notes cannot be read as they stand; its saved versions may still have some that can. */
export class UnreadableError extends Error {
  constructor(
    readonly id: string,
    readonly title: string,
  ) {
    super(`“${title}” is damaged.`)
  }
}

const stored = (row: Record<string, unknown>): StoredPiece => {
  const head = headOf(row)
  const piece = pieceSchema.safeParse(upgraded(parsedJson(row.piece)))
  if (!piece.success) throw new UnreadableError(head.id, head.title)
  return {
    id: head.id,
    piece: piece.data,
    plan: readPlan(parsedJson(row.plan)),
    source: { name: head.sourceName, text: typeof row.source_text === 'string' ? row.source_text : '' },
    originalId: head.originalId,
    version: head.version,
    changedAt: head.changedAt,
    openedAt: head.openedAt,
  }
}

const whole = (db: Knex) =>
  db('pieces')
    .leftJoin('notes', 'notes.piece_id', 'pieces.id')
    .leftJoin('plans', 'plans.piece_id', 'pieces.id')
    .select(...HEAD, 'notes.piece', 'notes.source_text', 'plans.plan')

/** What was opened or brought last comes first: what is new stands on the first page. */
const BY_USE = 'COALESCE(opened_at, created_at) DESC, pieces.rowid DESC'

type Wanted = { readonly words?: readonly string[]; readonly offset?: number; readonly limit?: number }
type Shelf = { readonly total: number; readonly found: number; readonly heads: readonly PieceHead[] }

/** What a search finds first: a title that begins with it, a word of a title that does, a title that has it, then all else. */
const byRank = (first: string) => {
  const like = first.replace(/[!%_]/g, (c) => `!${c}`)
  const title = "REPLACE(REPLACE(LOWER(title), '♯', '#'), '♭', 'b')"
  return {
    sql: `CASE WHEN ${title} LIKE ? ESCAPE '!' THEN 0 WHEN ${title} LIKE ? ESCAPE '!' THEN 1 WHEN ${title} LIKE ? ESCAPE '!' THEN 2 ELSE 3 END`,
    values: [`${like}%`, `% ${like}%`, `%${like}%`],
  }
}

/** The ids of the pieces on a class's shelf, also of those that were taken off it. */
const shelfOf = (db: Knex, classId: string) => db('shelves').where({ class_id: classId }).select('piece_id')
const onShelf = (db: Knex, classId: string) => db('pieces').whereIn('pieces.id', shelfOf(db, classId))

/** Whether a piece stands on the shelf of a class, or was taken off it. */
export const onShelfOf = async (db: Knex, classId: string, id: string): Promise<boolean> =>
  (await db('shelves').where({ class_id: classId, piece_id: id }).first('piece_id')) !== undefined

/** A part of the shelf: last opened or brought first, of a search what fits best; only pieces in whose title, key, time or range every word stands. */
export async function listShelf(db: Knex, classId: string, { words = [], offset = 0, limit = 1_000_000 }: Wanted = {}): Promise<Shelf> {
  const all = () => onShelf(db, classId).where({ deleted_at: null })
  const matching = () =>
    words.reduce((q, word) => q.whereRaw("search LIKE ? ESCAPE '!'", [`%${word.replace(/[!%_]/g, (c) => `!${c}`)}%`]), all())
  const count = async (q: Knex.QueryBuilder): Promise<number> => Number(((await q.count({ n: '*' })) as { n: number }[])[0].n)
  const rank = words.length > 0 ? byRank(words[0]) : null
  const rows: unknown[] = await (rank ? matching().orderByRaw(rank.sql, rank.values) : matching())
    .select(...HEAD)
    .orderByRaw(BY_USE)
    .offset(offset)
    .limit(limit)
  return { total: await count(all()), found: await count(matching()), heads: rows.map(headOf) }
}

/** Pieces that were taken off the shelf, the last first. */
export async function listDeleted(db: Knex, classId: string): Promise<PieceHead[]> {
  const rows: unknown[] = await onShelf(db, classId)
    .whereNotNull('deleted_at')
    .select(...HEAD)
    .orderBy('deleted_at', 'desc')
  return rows.map(headOf)
}

/** What is known of a piece on the shelf of a class, without its notes; null when it does not stand there. */
export async function getHead(db: Knex, classId: string, id: string): Promise<PieceHead | null> {
  const row: unknown = await onShelf(db, classId)
    .where({ id, deleted_at: null })
    .first(...HEAD)
  return row ? headOf(row) : null
}

/** The same of several; those that stand there. */
export async function getHeads(db: Knex, classId: string, ids: readonly string[]): Promise<PieceHead[]> {
  const rows: unknown[] = await onShelf(db, classId)
    .where({ deleted_at: null })
    .whereIn('id', [...ids])
    .select(...HEAD)
  return rows.map(headOf)
}

/** One piece on the shelf of a class, or null when it does not stand there. Rejects with an {@link UnreadableError}. */
export async function getPiece(db: Knex, classId: string, id: string): Promise<StoredPiece | null> {
  const row = (await whole(db).whereIn('pieces.id', shelfOf(db, classId)).where({ id, deleted_at: null }).first()) as
    Record<string, unknown> | undefined
  return row ? stored(row) : null
}

/** Several pieces of a class by id, also such as were taken off its shelf; those that can be read, in the order asked for. */
export async function getPieces(db: Knex, classId: string, ids: readonly string[]): Promise<StoredPiece[]> {
  const rows = (await whole(db)
    .whereIn('pieces.id', shelfOf(db, classId))
    .whereIn('id', [...ids])) as Record<string, unknown>[]
  const byId = new Map(rows.map((r) => [r.id, r]))
  return ids.flatMap((id) => {
    const row = byId.get(id)
    try {
      return row ? [stored(row)] : []
    } catch (e) {
      if (e instanceof UnreadableError) return []
      throw e
    }
  })
}

/** Pieces of a class in which something is pinned, last opened or brought first; those that can be read. */
export async function pinnedPieces(db: Knex, classId: string, limit: number): Promise<StoredPiece[]> {
  const rows = (await whole(db)
    .whereIn('pieces.id', shelfOf(db, classId))
    .where({ deleted_at: null })
    .whereRaw('plans.plan NOT LIKE \'%"pins":{}%\'')
    .orderByRaw(BY_USE)) as Record<string, unknown>[]
  const found: StoredPiece[] = []
  for (const row of rows) {
    if (found.length >= limit) break
    const plan = readPlan(parsedJson(row.plan))
    if (!Object.values(plan.pins).some((pins) => pins && Object.keys(pins).length > 0)) continue
    try {
      found.push(stored(row))
    } catch (e) {
      if (!(e instanceof UnreadableError)) throw e
    }
  }
  return found
}

/** A piece to be kept: what it came from, and what has been decided about it already. */
type NewPiece = { readonly piece: Piece; readonly source: StoredFile; readonly plan?: Plan; readonly originalId?: string | null }

const summaryColumns = (piece: Piece) => {
  const summary = summaryOf(piece)
  return { title: piece.title, summary: JSON.stringify(summary), search: searchText(summary) }
}

async function insertPieces(t: Knex.Transaction, classId: string, pieces: readonly NewPiece[], now: number): Promise<string[]> {
  const ids: string[] = []
  for (const { piece, source, plan = emptyPlan(), originalId = null } of pieces) {
    const id = randomUUID()
    await t('pieces').insert({
      id,
      class_id: classId,
      ...summaryColumns(piece),
      source_name: source.name,
      original_id: originalId,
      version: 1,
      created_at: now,
      changed_at: now,
      opened_at: null,
      deleted_at: null,
    })
    await t('shelves').insert({ class_id: classId, piece_id: id })
    await t('notes').insert({ piece_id: id, piece: JSON.stringify(piece), source_text: source.text })
    await t('plans').insert({ piece_id: id, plan: JSON.stringify(plan) })
    await keepFirst(t, id, { piece, plan, text: source.text }, now)
    ids.push(id)
  }
  return ids
}

/** Keeps new pieces, all or none, and says their ids. */
export const addPieces = (db: Knex, classId: string, pieces: readonly NewPiece[], now: number): Promise<string[]> =>
  writing(db, (t) => insertPieces(t, classId, pieces, now))

/** Keeps a file together with the pieces that came in it, inside a transaction, and says their ids. */
export async function insertBrought(
  t: Knex.Transaction,
  classId: string,
  original: Original,
  pieces: readonly Omit<NewPiece, 'originalId'>[],
  now: number,
): Promise<string[]> {
  const originalId = await insertOriginal(t, original, now)
  return insertPieces(
    t,
    classId,
    pieces.map((p) => ({ ...p, originalId })),
    now,
  )
}

/** Keeps a file together with the pieces that came in it, all or nothing, and says their ids. */
export const bringPieces = (
  db: Knex,
  classId: string,
  original: Original,
  pieces: readonly Omit<NewPiece, 'originalId'>[],
  now: number,
): Promise<string[]> => writing(db, (t) => insertBrought(t, classId, original, pieces, now))

/** Keeps a new piece and says its id. */
export async function addPiece(db: Knex, classId: string, piece: Piece, source: StoredFile, now: number, plan?: Plan): Promise<string> {
  const [id] = await addPieces(db, classId, [{ piece, source, ...(plan ? { plan } : {}) }], now)
  return id
}

/** What came of a save: the new version, or the version that stands because somebody else saved meanwhile. */
export type Saved =
  { readonly ok: true; readonly version: number } | { readonly ok: false; readonly reason: 'newer' | 'gone'; readonly version: number }

/** What a save changes; `by` names the window that saves, for as long as it is open, and `seq` says which of its saves it is. */
export type PieceChange = {
  readonly piece?: Piece
  readonly plan?: Plan
  readonly source?: StoredFile
  readonly by?: string | null
  readonly seq?: number
  /** What was done, in words, for the list of versions. */
  readonly said?: string
}

/**
 * Saves a piece on the shelf of a class over version `base` only: a newer one is never overwritten, but for one that the same window made and has not heard
 * of. What stands already is not saved once more. Every version is kept ({@link listVersions}).
 */
export async function savePiece(db: Knex, classId: string, id: string, base: number, change: PieceChange, now: number): Promise<Saved> {
  return writing(db, async (t): Promise<Saved> => {
    const row = (await onShelf(t, classId).where({ id, deleted_at: null }).first('version', 'saved_by', 'saved_seq')) as
      { version: number; saved_by: string | null; saved_seq: number } | undefined
    if (!row) return { ok: false, reason: 'gone', version: 0 }
    const same = change.by != null && row.saved_by === change.by
    // What came late, after a later one of the same window, is known already.
    if (same && (change.seq ?? 0) > 0 && change.seq! <= row.saved_seq) return { ok: true, version: row.version }
    const before = await standing(t, id)
    const texts = {
      piece: change.piece ? JSON.stringify(change.piece) : before.piece,
      plan: change.plan ? JSON.stringify(change.plan) : before.plan,
      source_text: change.source?.text ?? before.source_text,
    }
    const notes = texts.piece !== before.piece || texts.source_text !== before.source_text
    if (row.version !== base) {
      if (!same || base > row.version) return { ok: false, reason: 'newer', version: row.version }
      if (!notes && texts.plan === before.plan) return { ok: true, version: row.version }
    }
    const version = row.version + 1
    await t('pieces')
      .where({ id })
      .update({
        version,
        changed_at: now,
        saved_by: change.by ?? null,
        saved_seq: change.seq ?? 0,
        ...(change.piece && notes ? summaryColumns(change.piece) : {}),
        ...(change.source ? { source_name: change.source.name } : {}),
      })
    if (notes) await t('notes').where({ piece_id: id }).update({ piece: texts.piece, source_text: texts.source_text })
    if (texts.plan !== before.plan) await t('plans').where({ piece_id: id }).update({ plan: texts.plan })
    await keepNext(t, id, { version, before: stateOf(before), state: stateOf(texts), notes, savedAt: now, said: change.said ?? '' })
    return { ok: true, version }
  })
}

type Standing = { readonly piece: string; readonly plan: string; readonly source_text: string }
const stateOf = (s: Standing): State => ({ piece: parsedJson(s.piece), plan: parsedJson(s.plan), text: s.source_text })

/** The texts of a piece as they stand. */
async function standing(t: Knex.Transaction, id: string): Promise<Standing> {
  const notes = (await t('notes').where({ piece_id: id }).first('piece', 'source_text')) as Omit<Standing, 'plan'> | undefined
  const plan = (await t('plans').where({ piece_id: id }).first('plan')) as Pick<Standing, 'plan'> | undefined
  return { piece: notes?.piece ?? 'null', source_text: notes?.source_text ?? '', plan: plan?.plan ?? 'null' }
}

/** A second copy under "… (copy)" on the shelf of a class; null when the piece is gone. */
export async function duplicatePiece(db: Knex, classId: string, id: string, now: number): Promise<string | null> {
  const original = await getPiece(db, classId, id)
  if (!original) return null
  const { piece, source, plan, originalId } = original
  const copy = retitled(piece, `${piece.title} (copy)`.slice(0, 200))
  const [made] = await addPieces(db, classId, [{ piece: copy, source, plan, originalId }], now)
  return made
}

/**
 * Takes a piece off the shelf of a class. Where it stands on another class's shelf too it goes from this one alone; else it
 * is put away, and can be put back. Nothing is lost by it. Says whether another class keeps it.
 */
export const takeOffShelf = (db: Knex, classId: string, id: string, now: number): Promise<boolean> =>
  writing(db, async (t) => {
    if (!(await onShelfOf(t, classId, id))) return false
    const others = await t('shelves').where({ piece_id: id }).whereNot({ class_id: classId }).first('class_id')
    if (others) for (const table of ['shelves', 'previews']) await t(table).where({ class_id: classId, piece_id: id }).delete()
    else await t('pieces').where({ id }).update({ deleted_at: now })
    return others !== undefined
  })

/** Puts a piece on the shelf of a class, whether it was taken off or stands on another class's. False: there is no such piece. */
export const putOnShelf = (db: Knex, classId: string, id: string): Promise<boolean> =>
  writing(db, async (t) => {
    if (!(await t('pieces').where({ id }).update({ deleted_at: null }))) return false
    await t('shelves').insert({ class_id: classId, piece_id: id }).onConflict(['class_id', 'piece_id']).ignore()
    return true
  })

/** Deletes for good what was taken off the shelf: one piece, or all of them. Says how many are gone. */
export async function purge(db: Knex, classId: string, id: string | 'all'): Promise<number> {
  return writing(db, async (t) => {
    const gone = (await onShelf(t, classId)
      .where(id === 'all' ? {} : { id })
      .whereNotNull('deleted_at')
      .select('id')) as { id: string }[]
    for (const piece of gone) await removePiece(t, piece.id)
    await removeUnusedOriginals(t)
    return gone.length
  })
}

/** Removes a piece with all that is kept of it. */
async function removePiece(t: Knex.Transaction, id: string): Promise<void> {
  for (const table of ['piece_versions', 'notes', 'plans', 'previews', 'records', 'aims', 'shelves'])
    await t(table).where({ piece_id: id }).delete()
  await t('pieces').where({ id }).delete()
}

/** Removes the files whose pieces are all gone. */
const removeUnusedOriginals = (t: Knex.Transaction) =>
  t('originals')
    .whereNotExists((q) => q.from('pieces').whereRaw('pieces.original_id = originals.id'))
    .delete()

/** Notes that a piece of a class has been opened. */
export const touchPiece = (db: Knex, classId: string, id: string, now: number): Promise<number> =>
  writing(db, (t) => onShelf(t, classId).where({ id }).update({ opened_at: now }))
