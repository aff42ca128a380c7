import { notFound, redirect } from 'next/navigation'
import { connection } from 'next/server'
import { cache } from 'react'
import * as z from 'zod/mini'
import { database } from '@/store/database'
import { getHead, getPiece, UnreadableError, type Head, type StoredPiece } from '@/store/pieces'

type Params = Promise<{ id: string }>

const read = cache(async (id: string): Promise<StoredPiece | 'unreadable' | null> => {
  try {
    return await getPiece(await database(), id)
  } catch (e) {
    if (e instanceof UnreadableError) return 'unreadable'
    throw e
  }
})

/**
 * The piece a page is about; a wrong or deleted one is not found. One that cannot be read as it stands leads to its
 * history, where a version may be had that can.
 */
export async function loadPiece(params: Params): Promise<StoredPiece> {
  await connection()
  const id = z.uuid().safeParse((await params).id)
  const piece = id.success ? await read(id.data) : null
  if (piece === 'unreadable') redirect(`/pieces/${id.data}/history`)
  return piece ?? notFound()
}

/** What is known of the piece without its notes. */
export async function loadHead(params: Params): Promise<Head> {
  await connection()
  const id = z.uuid().safeParse((await params).id)
  return (id.success ? await getHead(await database(), id.data) : null) ?? notFound()
}
