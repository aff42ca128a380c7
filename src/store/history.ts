import type { Knex } from 'knex'
import { z } from 'zod'
import { pieceSchema, type Piece } from '@/core/piece/piece'
import { planSchema, type Plan } from '@/core/seats/plan'
import { json } from './json'

/** A saved version in the list: when, and whether its notes or only what was decided about them differ from the one before. */
export type VersionEntry = { readonly version: number; readonly savedAt: number; readonly notes: boolean }
/** A saved version, whole. */
export type Version = {
  readonly version: number
  readonly savedAt: number
  readonly piece: Piece
  readonly plan: Plan
  readonly text: string
}

const entrySchema = z.object({ version: z.int(), saved_at: z.int(), notes: z.int() })

/** Every saved version of a piece, newest first. */
export async function listVersions(db: Knex, pieceId: string): Promise<VersionEntry[]> {
  const rows: unknown[] = await db('piece_versions')
    .where({ piece_id: pieceId })
    .orderBy('version', 'desc')
    .select('version', 'saved_at', db.raw('piece IS NOT NULL AS notes'))
  return rows.map((row) => {
    const r = entrySchema.parse(row)
    return { version: r.version, savedAt: r.saved_at, notes: r.notes === 1 }
  })
}

const versionSchema = z.object({ version: z.int(), saved_at: z.int(), plan: json(planSchema) })

/** One saved version, or null. Notes and text that did not change stand in the last version before that has them. */
export async function getVersion(db: Knex, pieceId: string, version: number): Promise<Version | null> {
  const row: unknown = await db('piece_versions').where({ piece_id: pieceId, version }).first('version', 'saved_at', 'plan')
  if (!row) return null
  const r = versionSchema.parse(row)
  const last = async (column: 'piece' | 'source_text'): Promise<string | null> => {
    const found = (await db('piece_versions')
      .where({ piece_id: pieceId })
      .andWhere('version', '<=', version)
      .whereNotNull(column)
      .orderBy('version', 'desc')
      .first(column)) as Record<string, string> | undefined
    return found?.[column] ?? null
  }
  const piece = await last('piece')
  if (piece === null) return null
  return {
    version: r.version,
    savedAt: r.saved_at,
    plan: r.plan,
    piece: json(pieceSchema).parse(piece),
    text: (await last('source_text')) ?? '',
  }
}
