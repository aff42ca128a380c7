import type { Knex } from 'knex'
import { z } from 'zod'

const classSchema = z.object({ id: z.string(), name: z.string(), school: z.string() })
/** The class whose shelf this is. */
export type StoredClass = z.infer<typeof classSchema>

/** The class, or null before there is one. */
export async function firstClass(db: Knex): Promise<StoredClass | null> {
  const row: unknown = await db('classes').orderBy('rowid').first()
  return row ? classSchema.parse(row) : null
}

/** The class; an empty data file gets a nameless one, so that a first piece has a shelf. */
export async function theClass(db: Knex): Promise<StoredClass> {
  return (await firstClass(db)) ?? addClass(db, { id: 'class', name: 'My class', school: '' })
}

/** Keeps a class. */
export async function addClass(db: Knex, c: StoredClass): Promise<StoredClass> {
  await db.transaction((t) => t('classes').insert(c))
  return c
}
