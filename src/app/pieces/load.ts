import { notFound } from 'next/navigation'
import { connection } from 'next/server'
import { z } from 'zod'
import { database } from '@/store/database'
import { getPiece, type StoredPiece } from '@/store/pieces'

/** The piece a page is about; a wrong or deleted one is not found. */
export async function loadPiece(params: Promise<{ id: string }>): Promise<StoredPiece> {
  await connection()
  const id = z.uuid().safeParse((await params).id)
  const piece = id.success ? await getPiece(await database(), id.data) : null
  return piece ?? notFound()
}
