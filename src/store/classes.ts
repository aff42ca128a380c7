import type { Knex } from 'knex'
import { z } from 'zod'
import { classSettingsSchema, DEFAULT_CLASS, type ClassSettings } from '@/core/seats/class'
import { json } from './json'
import type { Saved } from './pieces'

const rowSchema = z.object({
  id: z.string(),
  name: z.string(),
  school: z.string(),
  settings: json(classSettingsSchema).nullable(),
  version: z.int(),
})

/** The class whose shelf this is. */
export type StoredClass = {
  readonly id: string
  readonly name: string
  readonly school: string
  readonly settings: ClassSettings
  readonly version: number
}
export type NewClass = Pick<StoredClass, 'id' | 'name' | 'school'> & { readonly settings?: ClassSettings }

/** The class, or null before there is one. */
export async function firstClass(db: Knex): Promise<StoredClass | null> {
  const row: unknown = await db('classes').orderBy('rowid').first()
  if (!row) return null
  const { settings, ...c } = rowSchema.parse(row)
  return { ...c, settings: settings ?? DEFAULT_CLASS }
}

/** The class; an empty data file gets a nameless one, so that a first piece has a shelf. */
export async function theClass(db: Knex): Promise<StoredClass> {
  return (await firstClass(db)) ?? addClass(db, { id: 'class', name: 'My class', school: '' })
}

/** Keeps a class. */
export async function addClass(db: Knex, { settings, ...c }: NewClass): Promise<StoredClass> {
  await db.transaction((t) => t('classes').insert({ ...c, settings: settings ? JSON.stringify(settings) : null, version: 1 }))
  return { ...c, settings: settings ?? DEFAULT_CLASS, version: 1 }
}

export type ClassChange = Pick<StoredClass, 'name' | 'school' | 'settings'>

/** Saves over version `base` only: a newer one is never overwritten. */
export async function saveClass(db: Knex, id: string, base: number, { settings, ...change }: ClassChange): Promise<Saved> {
  return db.transaction(async (t): Promise<Saved> => {
    const row = (await t('classes').where({ id }).first('version')) as { version: number } | undefined
    if (!row) return { ok: false, reason: 'gone', version: 0 }
    if (row.version !== base) return { ok: false, reason: 'newer', version: row.version }
    await t('classes')
      .where({ id })
      .update({ ...change, settings: JSON.stringify(settings), version: base + 1 })
    return { ok: true, version: base + 1 }
  })
}
