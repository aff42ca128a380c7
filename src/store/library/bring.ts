import { BRINGING } from '@/api/protocol'
import type { Knex } from 'knex'
import { isWhereItWas, openedFile } from '../connection'
import { explained, moved } from '../trouble'

export type Bringing = (typeof BRINGING)[number]

/** What came of it: pieces added, put back on the shelf, there already and left alone; pieces that stood here and are gone. */
export type Brought = {
  readonly added: number
  readonly putBack: number
  readonly there: number
  readonly gone: number
  readonly klass: boolean
}

/** The tables of a library, those first that others lean on. */
const TABLES = ['originals', 'pieces', 'notes', 'plans', 'piece_versions', 'records', 'aims'] as const
const PIECE = [
  'id',
  'title',
  'summary',
  'search',
  'source_name',
  'original_id',
  'version',
  'created_at',
  'changed_at',
  'opened_at',
  'deleted_at',
]
const COLUMNS: Record<Exclude<(typeof TABLES)[number], 'pieces'>, string> = {
  originals: 'id, name, bytes, created_at',
  notes: 'piece_id, piece, source_text',
  plans: 'piece_id, plan',
  piece_versions: 'piece_id, version, saved_at, notes, name, said, whole, body',
  records: 'id, piece_id, what, target, seat, student, day, clean, slips, tempo, minutes, at',
  aims: 'id, piece_id, seat, student, "from", "to", string, up, finger, heard, cents, day, at',
}

/**
 * Copies a library that was laid down beside the data file ({@link look}) into it, all or nothing. Added is what is not
 * here; what is here stays as it is, but for pieces that were taken off the shelf and are on it in the file: they are put
 * back. Replacing leaves nothing of what stood here, and takes over the class with its settings.
 */
export async function bring(db: Knex, staged: string, how: Bringing): Promise<Brought> {
  const at = openedFile(db)
  try {
    await db.raw('ATTACH DATABASE ? AS brought', [staged])
    try {
      const done = await db.transaction((t) => copy(t, how))
      if (at && !isWhereItWas(at)) throw moved(at.file)
      return done
    } finally {
      await db.raw('DETACH DATABASE brought')
    }
  } catch (e) {
    throw explained(e, at?.file ?? ':memory:')
  }
}

async function copy(t: Knex.Transaction, how: Bringing): Promise<Brought> {
  const count = async (sql: string): Promise<number> => Number(((await t.raw(`SELECT count(*) AS n FROM ${sql}`)) as { n: number }[])[0].n)
  const before = await count('main.pieces')
  const inFile = await count('brought.pieces')
  const gone = how === 'replace' ? await count('main.pieces WHERE id NOT IN (SELECT id FROM brought.pieces)') : 0
  if (how === 'replace') for (const table of ['previews', ...[...TABLES].reverse()]) await t.raw('DELETE FROM main.??', [table])
  const putBack =
    how === 'add'
      ? await count('main.pieces WHERE deleted_at IS NOT NULL AND id IN (SELECT id FROM brought.pieces WHERE deleted_at IS NULL)')
      : 0
  if (putBack)
    await t.raw(
      'UPDATE main.pieces SET deleted_at = NULL WHERE deleted_at IS NOT NULL AND id IN (SELECT id FROM brought.pieces WHERE deleted_at IS NULL)',
    )
  const there = await count('brought.pieces WHERE id IN (SELECT id FROM main.pieces)')
  // An install without pieces has nothing of its own to keep.
  const klass = how === 'replace' || before === 0
  const classId = ((await t.raw('SELECT id FROM main.classes ORDER BY rowid LIMIT 1')) as { id: string }[])[0]?.id ?? 'class'
  if (klass) {
    const [theirs] = (await t.raw('SELECT name, school, settings FROM brought.classes ORDER BY rowid LIMIT 1')) as {
      name: string
      school: string
      settings: string | null
    }[]
    if (await t('classes').where({ id: classId }).first('id'))
      await t('classes')
        .where({ id: classId })
        .update({ demo: 0, ...theirs, saved_by: null })
        .increment('version', 1)
    else await t('classes').insert({ id: classId, ...theirs, version: 1 })
  }
  await t.raw('CREATE TEMP TABLE wanted AS SELECT id FROM brought.pieces WHERE id NOT IN (SELECT id FROM main.pieces)')
  await t.raw(
    `INSERT INTO main.originals (${COLUMNS.originals}) SELECT ${COLUMNS.originals} FROM brought.originals
     WHERE id NOT IN (SELECT id FROM main.originals)
       AND id IN (SELECT original_id FROM brought.pieces WHERE brought.pieces.id IN (SELECT id FROM wanted))`,
  )
  await t.raw(
    `INSERT INTO main.pieces (class_id, ${PIECE.join(', ')}) SELECT ?, ${PIECE.join(', ')} FROM brought.pieces WHERE id IN (SELECT id FROM wanted) ORDER BY rowid`,
    [classId],
  )
  for (const table of ['notes', 'plans', 'piece_versions'] as const)
    await t.raw(
      `INSERT INTO main.${table} (${COLUMNS[table]}) SELECT ${COLUMNS[table]} FROM brought.${table} WHERE piece_id IN (SELECT id FROM wanted)`,
    )
  // What was practised of pieces that are here: what is not known yet is added.
  for (const table of ['records', 'aims'] as const)
    await t.raw(
      `INSERT INTO main.${table} (${COLUMNS[table]}) SELECT ${COLUMNS[table]} FROM brought.${table}
       WHERE piece_id IN (SELECT id FROM main.pieces) AND id NOT IN (SELECT id FROM main.${table})`,
    )
  if (klass) {
    const [plan] = (await t.raw('SELECT settings FROM brought.practice LIMIT 1')) as { settings: string }[]
    const stands = (await t('practice').where({ class_id: classId }).first('version')) as { version: number } | undefined
    await t('practice').where({ class_id: classId }).delete()
    if (plan) await t('practice').insert({ class_id: classId, settings: plan.settings, version: (stands?.version ?? 0) + 1 })
  }
  await t.raw('DROP TABLE temp.wanted')
  return { added: inFile - there, putBack, there, gone, klass }
}

/** What bringing would do: pieces that are not here, pieces that were taken off the shelf here, pieces here that are not in the file. */
export type Compared = { readonly missing: number; readonly off: number; readonly there: number; readonly beside: number }

/** Compares a library that was laid down with what is here. */
export async function compare(db: Knex, staged: string): Promise<Compared> {
  await db.raw('ATTACH DATABASE ? AS brought', [staged])
  try {
    const count = async (sql: string): Promise<number> =>
      Number(((await db.raw(`SELECT count(*) AS n FROM ${sql}`)) as { n: number }[])[0].n)
    return {
      missing: await count('brought.pieces WHERE id NOT IN (SELECT id FROM main.pieces)'),
      off: await count('main.pieces WHERE deleted_at IS NOT NULL AND id IN (SELECT id FROM brought.pieces WHERE deleted_at IS NULL)'),
      there: await count('brought.pieces WHERE id IN (SELECT id FROM main.pieces)'),
      beside: await count('main.pieces WHERE id NOT IN (SELECT id FROM brought.pieces)'),
    }
  } finally {
    await db.raw('DETACH DATABASE brought')
  }
}
