import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import * as z from 'zod/mini'
import { DEFAULT_CLASS, type ClassSettings } from '@/core/plan/class'
import { readClassSettings } from '@/core/plan/class.schema'
import { parsedJson } from './json'
import type { Saved } from './pieces'
import { writing } from './writing'

const rowSchema = z.object({
  id: z.string(),
  name: z.string(),
  school: z.string(),
  settings: z.nullable(z.string()),
  version: z.int(),
  demo: z.int(),
})

/** The class whose shelf this is. */
export type StoredClass = {
  readonly id: string
  readonly name: string
  readonly school: string
  readonly settings: ClassSettings
  readonly version: number
  /** It was made up for looking at; nobody has started a class of their own yet. */
  readonly demo: boolean
}
type NewClass = Pick<StoredClass, 'id' | 'name' | 'school'> & { readonly settings?: ClassSettings; readonly demo?: boolean }

/** Settings as they were read, by their text: every request of a class asks for them, and they change seldom. */
const asRead = new Map<string, ClassSettings>()
const MOST_READ = 60
function settingsOf(text: string): ClassSettings {
  const settings = asRead.get(text) ?? readClassSettings(parsedJson(text))
  // What was asked for last goes last.
  asRead.delete(text)
  asRead.set(text, settings)
  if (asRead.size > MOST_READ) asRead.delete(asRead.keys().next().value!)
  return settings
}

const storedOf = (row: unknown): StoredClass => {
  const { settings, demo, ...c } = rowSchema.parse(row)
  return { ...c, demo: demo === 1, settings: settings === null ? DEFAULT_CLASS : settingsOf(settings) }
}

/** The classes that were not taken away, the one that was opened last first. */
const standing = (db: Knex) => db('classes').whereNull('removed_at').orderBy('opened_at', 'desc').orderBy('rowid')

/** The class that was opened last, or null before there is one. */
export async function firstClass(db: Knex): Promise<StoredClass | null> {
  const row: unknown = await standing(db).first('id', 'name', 'school', 'settings', 'version', 'demo')
  return row ? storedOf(row) : null
}

/** A class that was not taken away; null when there is none. */
export async function classById(db: Knex, id: string): Promise<StoredClass | null> {
  const row: unknown = await standing(db).where({ id }).first('id', 'name', 'school', 'settings', 'version', 'demo')
  return row ? storedOf(row) : null
}

/** A class as it is chosen: its name, how many pieces stand on its shelf, how many students it has. */
export type ClassHead = {
  readonly id: string
  readonly name: string
  readonly school: string
  readonly pieces: number
  readonly students: number
}

/** The classes by name; `removed`: those that were taken away. */
export async function listClasses(db: Knex, removed = false): Promise<ClassHead[]> {
  const rows: unknown[] = await (removed ? db('classes').whereNotNull('removed_at') : db('classes').whereNull('removed_at'))
    .select('id', 'name', 'school', 'settings', 'version', 'demo')
    .orderBy('name')
  return Promise.all(
    rows.map(async (row) => {
      const { id, name, school, settings } = storedOf(row)
      const [{ n }] = (await db('shelves')
        .join('pieces', 'pieces.id', 'shelves.piece_id')
        .where({ 'shelves.class_id': id, deleted_at: null })
        .count({ n: '*' })) as { n: number }[]
      return { id, name, school, pieces: Number(n), students: settings.students.length }
    }),
  )
}

/** The classes on whose shelves a piece stands, by id. */
export const classesWith = async (db: Knex, piece: string): Promise<string[]> =>
  ((await db('shelves').where({ piece_id: piece }).select('class_id')) as { class_id: string }[]).map((r) => r.class_id)

/** Notes that a class was opened: the address "/" leads there from now on. False: there is no such class. */
export const openClass = (db: Knex, id: string, now: number): Promise<boolean> =>
  writing(db, async (t) => {
    const [{ last }] = (await t('classes').max({ last: 'opened_at' })) as { last: number | null }[]
    // A clock that was set back must not hide what was opened last.
    return (
      (await t('classes')
        .where({ id, removed_at: null })
        .update({ opened_at: Math.max(now, (last ?? 0) + 1) })) > 0
    )
  })

/** Makes a class and opens it, with the seats and ways of another one where it is to be like it, and its pieces if asked for. Says its id. */
export const newClass = (
  db: Knex,
  { name, school, like, pieces }: { name: string; school: string; like: string | null; pieces: boolean },
  now: number,
): Promise<string> =>
  writing(db, async (t) => {
    const id = randomUUID()
    const model: unknown = like && (await t('classes').where({ id: like }).first('id', 'name', 'school', 'settings', 'version', 'demo'))
    // Students are of one class.
    const settings = model ? { ...storedOf(model).settings, students: [] } : undefined
    await insertClass(t, { id, name, school, settings })
    const [{ last }] = (await t('classes').max({ last: 'opened_at' })) as { last: number | null }[]
    await t('classes')
      .where({ id })
      .update({ opened_at: Math.max(now, (last ?? 0) + 1) })
    if (like && pieces)
      await t.raw(
        'INSERT INTO shelves SELECT ?, piece_id FROM shelves JOIN pieces ON pieces.id = piece_id WHERE shelves.class_id = ? AND deleted_at IS NULL',
        [id, like],
      )
    return id
  })

/** Takes a class away (`now`) or puts it back (null). Nothing is lost by it; the last one stays. False: it was not done. */
export const setRemoved = (db: Knex, id: string, at: number | null): Promise<boolean> =>
  writing(db, async (t) => {
    if (at !== null && !(await t('classes').whereNull('removed_at').whereNot({ id }).first('id'))) return false
    return (await t('classes').where({ id }).update({ removed_at: at })) > 0
  })

/**
 * The class that was opened last: where the address "/" leads, and nothing else. An empty data file gets a nameless one, so
 * that a first piece has a shelf.
 */
export async function lastOpened(db: Knex): Promise<StoredClass> {
  return (await firstClass(db)) ?? addClass(db, { id: 'class', name: 'My class', school: '' })
}

/** Keeps a class inside a transaction. */
export async function insertClass(t: Knex.Transaction, { settings, demo = false, ...c }: NewClass): Promise<void> {
  await t('classes').insert({ ...c, settings: settings ? JSON.stringify(settings) : null, version: 1, demo: Number(demo) })
}

/** Keeps a class. */
async function addClass(db: Knex, klass: NewClass): Promise<StoredClass> {
  await writing(db, (t) => insertClass(t, klass))
  return { ...klass, settings: klass.settings ?? DEFAULT_CLASS, version: 1, demo: klass.demo ?? false }
}

type ClassChange = Pick<StoredClass, 'name' | 'school' | 'settings'> & { readonly by?: string | null; readonly seq?: number }

/** Saves over version `base` only: a newer one is never overwritten, but for one that the same window made and has not heard of. */
export async function saveClass(
  db: Knex,
  id: string,
  base: number,
  { settings, by = null, seq = 0, ...change }: ClassChange,
): Promise<Saved> {
  return writing(db, async (t): Promise<Saved> => {
    const row = (await t('classes').where({ id }).first('version', 'saved_by', 'saved_seq')) as
      { version: number; saved_by: string | null; saved_seq: number } | undefined
    if (!row) return { ok: false, reason: 'gone', version: 0 }
    const same = by !== null && row.saved_by === by
    if (same && seq > 0 && seq <= row.saved_seq) return { ok: true, version: row.version }
    if (row.version !== base && (!same || base > row.version)) return { ok: false, reason: 'newer', version: row.version }
    const version = row.version + 1
    await t('classes')
      .where({ id })
      .update({ ...change, settings: JSON.stringify(settings), version, saved_by: by, saved_seq: seq })
    return { ok: true, version }
  })
}

/** What a class of one's own begins with: its name, its school, and whether the pieces that are here go off the shelf. */
export type OwnClass = Pick<StoredClass, 'name' | 'school'> & { readonly clear: boolean }

/**
 * Makes the class somebody's own: it gets their name, is no demonstration any more, and with `clear` every piece goes off the
 * shelf, where it can be put back. Made-up students go, other made-up classes are taken away. What else had been said of the class stays. All of it, or nothing.
 */
export const startOwn = (db: Knex, id: string, { name, school, clear }: OwnClass, now: number): Promise<void> =>
  writing(db, async (t) => {
    const row: unknown = await t('classes').where({ id }).first('id', 'name', 'school', 'settings', 'version', 'demo')
    const was = row ? storedOf(row) : null
    // Made-up students are nobody's.
    const settings = was?.demo && was.settings.students.length > 0 ? { settings: JSON.stringify({ ...was.settings, students: [] }) } : {}
    await t('classes')
      .where({ id })
      .update({ name, school, demo: 0, ...settings, version: t.raw('version + 1'), saved_by: null, saved_seq: 0 })
    await t('classes').where({ demo: 1, removed_at: null }).update({ removed_at: now })
    if (clear)
      await t('pieces')
        .whereIn('id', t('shelves').where({ class_id: id }).select('piece_id'))
        .where({ deleted_at: null })
        .update({ deleted_at: now })
  })
