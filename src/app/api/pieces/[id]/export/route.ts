import { type NextRequest } from 'next/server'
import { z } from 'zod'
import { SEATS } from '@/core/hands/instruments'
import { ensembleMapper } from '@/core/seats/ensemble'
import { exported, EXPORTS } from '@/formats/export'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { getPiece } from '@/store/pieces'
import { attachment } from '../../../attachment'

const query = z.object({ as: z.enum(EXPORTS), seat: z.enum([...SEATS, 'all']).default('all') })

/** A piece as a file to take away. */
export async function GET(request: NextRequest, context: { params: Promise<{ id: string }> }) {
  const id = z.uuid().safeParse((await context.params).id)
  const wanted = query.safeParse(Object.fromEntries(request.nextUrl.searchParams))
  if (!wanted.success) return new Response(`There is no such kind of file; ask for one of ${EXPORTS.join(', ')}.`, { status: 400 })
  const db = await database()
  const stored = id.success ? await getPiece(db, id.data) : null
  if (!stored) return new Response('There is no such piece.', { status: 404 })
  const { piece, plan } = stored
  const ensemble = ensembleMapper()(piece, plan, (await theClass(db)).settings)
  const file = exported(wanted.data.as, piece, plan, ensemble, wanted.data.seat)
  return attachment(file.name, file.bytes, file.type)
}
