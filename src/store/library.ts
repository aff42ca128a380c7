import type { Knex } from 'knex'
import { z } from 'zod'
import { pieceSchema, upgraded } from '@/core/piece/piece'
import { classSettingsSchema } from '@/core/seats/class'
import { planSchema } from '@/core/seats/plan'

export const LIBRARY = 'even-seat-library'

const versionSchema = z.object({
  version: z.int(),
  piece: z.preprocess(upgraded, pieceSchema).nullable(),
  source_text: z.string().nullable(),
  plan: planSchema,
  saved_at: z.int(),
})
const entrySchema = z.object({
  id: z.uuid(),
  piece: z.preprocess(upgraded, pieceSchema),
  plan: planSchema,
  source_name: z.string(),
  source_text: z.string(),
  original_id: z.uuid().nullable(),
  version: z.int(),
  created_at: z.int(),
  changed_at: z.int(),
  opened_at: z.int().nullable(),
  deleted_at: z.int().nullable(),
  versions: z.array(versionSchema),
})
/** Everything that an install holds, but for the bytes of the originals, which stand beside it in the archive. */
export const librarySchema = z.object({
  format: z.literal(LIBRARY),
  class: z.object({ name: z.string(), school: z.string(), settings: classSettingsSchema.nullable() }),
  pieces: z.array(entrySchema),
  originals: z.array(z.object({ id: z.uuid(), name: z.string(), created_at: z.int() })),
})
export type Library = z.infer<typeof librarySchema>
/** The bytes of the originals by id. */
export type OriginalBytes = ReadonlyMap<string, Uint8Array>

type Json = Record<string, string | number | null>
const parsed = (text: unknown): unknown => (typeof text === 'string' ? (JSON.parse(text) as unknown) : null)

/** The whole install as values, read in one transaction. */
export async function libraryOf(db: Knex): Promise<{ library: Library; originals: OriginalBytes }> {
  return db.transaction(async (t) => {
    const klass = (await t('classes').orderBy('rowid').first()) as Json | undefined
    const pieces = (await t('pieces').orderBy('rowid')) as Json[]
    const versions = (await t('piece_versions').orderBy(['piece_id', 'version'])) as Json[]
    const files = (await t('originals').orderBy('rowid')) as (Json & { id: string; bytes: Buffer })[]
    const library = librarySchema.parse({
      format: LIBRARY,
      class: { name: klass?.name ?? 'My class', school: klass?.school ?? '', settings: parsed(klass?.settings) },
      pieces: pieces.map((p) => ({
        ...p,
        piece: parsed(p.piece),
        plan: parsed(p.plan),
        versions: versions.filter((v) => v.piece_id === p.id).map((v) => ({ ...v, piece: parsed(v.piece), plan: parsed(v.plan) })),
      })),
      originals: files.map(({ id, name, created_at }) => ({ id, name, created_at })),
    })
    return { library, originals: new Map(files.map((f) => [f.id, new Uint8Array(f.bytes)])) }
  })
}

/** What came of bringing a library back: how many pieces were added, and how many were there already and were left alone. */
export type Restored = { readonly added: number; readonly there: number }

/**
 * Brings a library back, all or nothing. What is here already stays as it is; an install without pieces also takes the
 * class with its settings.
 */
export async function restoreLibrary(db: Knex, library: Library, originals: OriginalBytes, classId: string): Promise<Restored> {
  return db.transaction(async (t) => {
    const here = new Set(((await t('pieces').select('id')) as { id: string }[]).map((r) => r.id))
    const files = new Set(((await t('originals').select('id')) as { id: string }[]).map((r) => r.id))
    if (here.size === 0) {
      const { name, school, settings } = library.class
      await t('classes')
        .where({ id: classId })
        .update({ name, school, settings: settings && JSON.stringify(settings) })
        .increment('version', 1)
    }
    for (const o of library.originals) {
      const bytes = originals.get(o.id)
      if (bytes && !files.has(o.id)) await t('originals').insert({ ...o, bytes: Buffer.from(bytes) })
    }
    const kept = new Set(((await t('originals').select('id')) as { id: string }[]).map((r) => r.id))
    let added = 0
    for (const { versions, ...p } of library.pieces) {
      if (here.has(p.id)) continue
      await t('pieces').insert({
        ...p,
        class_id: classId,
        piece: JSON.stringify(p.piece),
        plan: JSON.stringify(p.plan),
        original_id: p.original_id !== null && kept.has(p.original_id) ? p.original_id : null,
      })
      for (const v of versions)
        await t('piece_versions').insert({ ...v, piece_id: p.id, piece: v.piece && JSON.stringify(v.piece), plan: JSON.stringify(v.plan) })
      added++
    }
    return { added, there: library.pieces.length - added }
  })
}
