import type { Knex } from 'knex'
import type { Piece } from '@/core/piece/piece'
import type { Student } from '@/core/plan/student'
import type { Plan } from '@/core/plan/plan'
import { getPiece } from './pieces'
import { getVersion } from './versions'

/** A piece as a student plays it, and by which version it is known. */
export type OwnPiece = { readonly piece: Piece; readonly plan: Plan; readonly version: number }

/**
 * A piece as a student plays it: the saved version that was given to them, else as it stands. A version that is not kept any
 * more, or cannot be read, is as none. Null: there is no such piece. Throws where it cannot be read as it stands.
 */
export async function ownPiece(db: Knex, classId: string, { versions }: Pick<Student, 'versions'>, id: string): Promise<OwnPiece | null> {
  const stored = await getPiece(db, classId, id)
  if (!stored) return null
  const own = id in versions ? await getVersion(db, id, versions[id]) : null
  const { piece, plan, version } = own ?? stored
  return { piece, plan, version }
}
