import type { Knex } from 'knex'
import { parsedJson } from './json'
import { writing } from './writing'

/** How a drawing is kept: what was kept another way is drawn anew. */
const FORM = 2

/** A small drawing is good for one version of a piece and of the class that it is drawn for. */
export const previewKey = (pieceVersion: number, classVersion: number): string => `${FORM}/${pieceVersion}/${classVersion}`

/** The drawings kept of a class's pieces, by id, that are good for their keys; what a drawing is is for the caller to check. */
export async function keptPreviews(db: Knex, classId: string, keys: ReadonlyMap<string, string>): Promise<Map<string, unknown>> {
  const rows = (await db('previews')
    .where({ class_id: classId })
    .whereIn('piece_id', [...keys.keys()])) as { piece_id: string; key: string; dots: string }[]
  return new Map(rows.flatMap((r) => (r.key === keys.get(r.piece_id) ? [[r.piece_id, parsedJson(r.dots)] as const] : [])))
}

/** Keeps a drawing of a piece as a class has it, in place of the one before; of what stands there no more nothing is kept. */
export const keepPreview = (db: Knex, classId: string, { id, key, dots }: { id: string; key: string; dots: unknown }): Promise<void> =>
  writing(db, async (t) => {
    if (!(await t('shelves').where({ class_id: classId, piece_id: id }).first('piece_id'))) return
    await t('previews')
      .insert({ class_id: classId, piece_id: id, key, dots: JSON.stringify(dots) })
      .onConflict(['class_id', 'piece_id'])
      .merge()
  })
