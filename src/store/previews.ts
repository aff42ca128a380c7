import type { Knex } from 'knex'
import { parsedJson } from './json'
import { writing } from './writing'

/** How a drawing is kept: what was kept another way is drawn anew. */
const FORM = 2

/** A small drawing is good for one version of a piece and of its class. */
export const previewKey = (pieceVersion: number, classVersion: number): string => `${FORM}/${pieceVersion}/${classVersion}`

/** The kept drawings of pieces, by id, that are good for their keys; what a drawing is is for the caller to check. */
export async function keptPreviews(db: Knex, keys: ReadonlyMap<string, string>): Promise<Map<string, unknown>> {
  const rows = (await db('previews').whereIn('piece_id', [...keys.keys()])) as { piece_id: string; key: string; dots: string }[]
  return new Map(rows.flatMap((r) => (r.key === keys.get(r.piece_id) ? [[r.piece_id, parsedJson(r.dots)] as const] : [])))
}

/** Keeps drawings in place of those before. */
export const keepPreviews = (db: Knex, made: readonly { id: string; key: string; dots: unknown }[]): Promise<void> =>
  writing(db, async (t) => {
    for (const { id, key, dots } of made)
      if (await t('pieces').where({ id }).first('id'))
        await t('previews')
          .insert({ piece_id: id, key, dots: JSON.stringify(dots) })
          .onConflict('piece_id')
          .merge()
  })
