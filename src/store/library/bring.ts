import { BRINGING } from '@/api/library'
import type { Knex } from 'knex'
import { isWhereItWas, openedFile } from '../connection'
import { explained, moved } from '../trouble'
import { ONLY_CLASS } from './look'

export type Bringing = (typeof BRINGING)[number]

/** What came of it: pieces added, put back on the shelf, there already and left alone; pieces that stood here and are gone. */
export type BroughtBack = {
  readonly added: number
  readonly putBack: number
  readonly there: number
  readonly gone: number
  readonly klass: boolean
}

/** The tables of a library, those first that others lean on. */
const TABLES = ['originals', 'pieces', 'shelves', 'notes', 'plans', 'piece_versions', 'records', 'aims', 'answers', 'handouts'] as const
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
const COLUMNS: Record<Exclude<(typeof TABLES)[number], 'pieces' | 'shelves'>, string> = {
  originals: 'id, name, bytes, created_at',
  notes: 'piece_id, piece, source_text',
  plans: 'piece_id, plan',
  piece_versions: 'piece_id, version, saved_at, notes, name, said, whole, body',
  records: 'id, piece_id, what, target, seat, student, day, clean, slips, tempo, minutes, at',
  handouts: 'id, piece_id, name, title, made_at, engine, asked, source, map, bytes',
  aims: 'id, piece_id, seat, student, "from", "to", string, up, finger, heard, cents, day, at',
  answers: 'id, seat, student, item, kind, note, "right", mistake, "as", ms, at',
}

/**
 * Copies a library that was laid down beside the data file ({@link look}) into it, all or nothing. Added is what is not
 * here; what is here stays as it is, but for pieces that were taken off the shelf and are on it in the file: they are put
 * back. Replacing leaves nothing of what stood here, and takes over the class with its settings.
 */
export async function bring(db: Knex, staged: string, how: Bringing): Promise<BroughtBack> {
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

async function copy(t: Knex.Transaction, how: Bringing): Promise<BroughtBack> {
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
  await bringClasses(t, klass)
  await t.raw('CREATE TEMP TABLE wanted AS SELECT id FROM brought.pieces WHERE id NOT IN (SELECT id FROM main.pieces)')
  await t.raw(
    `INSERT INTO main.originals (${COLUMNS.originals}) SELECT ${COLUMNS.originals} FROM brought.originals
     WHERE id NOT IN (SELECT id FROM main.originals)
       AND id IN (SELECT original_id FROM brought.pieces WHERE brought.pieces.id IN (SELECT id FROM wanted))`,
  )
  await t.raw(
    `INSERT INTO main.pieces (class_id, ${PIECE.join(', ')}) SELECT went.here, ${PIECE.join(', ')} FROM brought.pieces
     JOIN temp.went ON went.there = brought.pieces.class_id WHERE id IN (SELECT id FROM wanted) ORDER BY brought.pieces.rowid`,
  )
  // A class that is here keeps its shelf as it is, but for what is new.
  await t.raw(
    `INSERT OR IGNORE INTO main.shelves SELECT went.here, piece_id FROM brought.shelves JOIN temp.went ON went.there = class_id
     WHERE piece_id IN (SELECT id FROM main.pieces) AND (went.added = 1 OR piece_id IN (SELECT id FROM wanted)) ORDER BY brought.shelves.rowid`,
  )
  for (const table of ['notes', 'plans', 'piece_versions'] as const)
    await t.raw(
      `INSERT INTO main.${table} (${COLUMNS[table]}) SELECT ${COLUMNS[table]} FROM brought.${table} WHERE piece_id IN (SELECT id FROM wanted)`,
    )
  // What was practised of pieces that are here: what is not known yet is added.
  for (const table of ['records', 'aims'] as const)
    await t.raw(
      `INSERT INTO main.${table} (class_id, ${COLUMNS[table]}) SELECT went.here, ${COLUMNS[table]} FROM brought.${table}
       JOIN temp.went ON went.there = class_id
       WHERE piece_id IN (SELECT id FROM main.pieces) AND id NOT IN (SELECT id FROM main.${table})`,
    )
  await t.raw(
    `INSERT INTO main.answers (class_id, ${COLUMNS.answers}) SELECT went.here, ${COLUMNS.answers} FROM brought.answers
     JOIN temp.went ON went.there = class_id WHERE id NOT IN (SELECT id FROM main.answers)`,
  )
  // What was printed is kept whatever has become of its piece.
  await t.raw(
    `INSERT INTO main.handouts (class_id, ${COLUMNS.handouts}) SELECT went.here, ${COLUMNS.handouts} FROM brought.handouts
     JOIN temp.went ON went.there = class_id WHERE id NOT IN (SELECT id FROM main.handouts)`,
  )
  await t.raw('DROP TABLE temp.wanted')
  await t.raw('DROP TABLE temp.went')
  return { added: inFile - there, putBack, there, gone, klass }
}

type ClassRow = { id: string; name: string; school: string; settings: string | null; opened_at: number; removed_at: number | null }

/**
 * Brings the classes of the library in and notes in a table `went` which class of it is which one here. `all`: the file's
 * classes stand in place of what was here. Else a class that is here stays as it is; of a file with a single class that is
 * not here, what it has goes to the class that is open; of several, those that are not here are added.
 */
async function bringClasses(t: Knex.Transaction, all: boolean): Promise<void> {
  await t.raw('CREATE TEMP TABLE went (there TEXT PRIMARY KEY, here TEXT NOT NULL, added INTEGER NOT NULL)')
  const theirs = (await t.raw('SELECT id, name, school, settings, opened_at, removed_at FROM brought.classes ORDER BY rowid')) as ClassRow[]
  const ours = new Set(((await t('classes').select('id')) as { id: string }[]).map((c) => c.id))
  const open = (await t('classes').whereNull('removed_at').orderBy('opened_at', 'desc').orderBy('rowid').first('id')) as
    { id: string } | undefined
  const home = open?.id ?? ONLY_CLASS
  const single = theirs.length === 1
  const here = ({ id }: ClassRow): string => (single && (id === ONLY_CLASS || (!all && !ours.has(id))) ? home : id)
  for (const c of theirs) {
    const id = here(c)
    const added = all || !ours.has(id)
    await t.raw('INSERT INTO temp.went VALUES (?, ?, ?)', [c.id, id, Number(added)])
    if (!added) continue
    const { id: _, ...said } = c
    if (ours.has(id))
      await t('classes')
        .where({ id })
        .update({ demo: 0, ...said, saved_by: null })
        .increment('version', 1)
    // One that is added is not opened by it.
    else await t('classes').insert({ id, ...said, ...(all ? {} : { opened_at: 0 }), version: 1 })
    const [plan] = (await t.raw('SELECT settings FROM brought.practice WHERE class_id = ?', [c.id])) as { settings: string }[]
    const stands = (await t('practice').where({ class_id: id }).first('version')) as { version: number } | undefined
    await t('practice').where({ class_id: id }).delete()
    if (plan) await t('practice').insert({ class_id: id, settings: plan.settings, version: (stands?.version ?? 0) + 1 })
  }
  if (!all) return
  const kept = theirs.map(here)
  // A link leads to a student of a class: it ends with the class.
  await t('links').whereNotIn('class_id', kept).delete()
  await t('practice').whereNotIn('class_id', kept).delete()
  await t('classes').whereNotIn('id', kept).delete()
}

/** What bringing would do: pieces that are not here, pieces that were taken off the shelf here, pieces here that are not in the file. */
export type Compared = {
  readonly missing: number
  readonly off: number
  readonly there: number
  readonly beside: number
  /** Classes of a file of several that are not here. */
  readonly classes: number
}

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
      classes: await count('brought.classes WHERE id NOT IN (SELECT id FROM main.classes) AND (SELECT count(*) FROM brought.classes) > 1'),
    }
  } finally {
    await db.raw('DETACH DATABASE brought')
  }
}
