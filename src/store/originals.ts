import { randomUUID } from 'node:crypto'
import type { Knex } from 'knex'
import * as z from 'zod/mini'
import { writing } from './writing'

/** A file as it was brought, byte for byte. */
export type Original = { readonly name: string; readonly bytes: Uint8Array }

const rowSchema = z.object({ name: z.string(), bytes: z.instanceof(Buffer) })

/** Keeps a file inside a transaction and says its id. */
export async function insertOriginal(t: Knex.Transaction, { name, bytes }: Original, now: number): Promise<string> {
  const id = randomUUID()
  await t('originals').insert({ id, name, bytes: Buffer.from(bytes), created_at: now })
  return id
}

/** Keeps a file and says its id. */
export const addOriginal = (db: Knex, original: Original, now: number): Promise<string> =>
  writing(db, (t) => insertOriginal(t, original, now))

/** A kept file, or null. */
export async function getOriginal(db: Knex, id: string): Promise<Original | null> {
  const row: unknown = await db('originals').where({ id }).first('name', 'bytes')
  return row ? rowSchema.parse(row) : null
}
