import type { Knex } from 'knex'
import * as z from 'zod/mini'
import { DEFAULT_CLASS, readClassSettings, type ClassSettings } from '@/core/seats/class'
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
type StoredClass = {
  readonly id: string
  readonly name: string
  readonly school: string
  readonly settings: ClassSettings
  readonly version: number
  /** It was made up for looking at; nobody has started a class of their own yet. */
  readonly demo: boolean
}
type NewClass = Pick<StoredClass, 'id' | 'name' | 'school'> & { readonly settings?: ClassSettings; readonly demo?: boolean }

/** The class, or null before there is one. */
export async function firstClass(db: Knex): Promise<StoredClass | null> {
  const row: unknown = await db('classes').orderBy('rowid').first('id', 'name', 'school', 'settings', 'version', 'demo')
  if (!row) return null
  const { settings, demo, ...c } = rowSchema.parse(row)
  return { ...c, demo: demo === 1, settings: settings === null ? DEFAULT_CLASS : readClassSettings(parsedJson(settings)) }
}

/** The class; an empty data file gets a nameless one, so that a first piece has a shelf. */
export async function theClass(db: Knex): Promise<StoredClass> {
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
 * shelf, where it can be put back. What had been said of the class stays. All of it, or nothing.
 */
export const startOwn = (db: Knex, id: string, { name, school, clear }: OwnClass, now: number): Promise<void> =>
  writing(db, async (t) => {
    await t('classes')
      .where({ id })
      .update({ name, school, demo: 0, version: t.raw('version + 1'), saved_by: null, saved_seq: 0 })
    if (clear) await t('pieces').where({ class_id: id, deleted_at: null }).update({ deleted_at: now })
  })
