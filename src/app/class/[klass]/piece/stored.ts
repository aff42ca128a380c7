import { notFound, redirect } from 'next/navigation'
import { cache } from 'react'
import * as z from 'zod/mini'
import { piecePage } from '@/api/address'
import type { StoredClass } from '@/store/classes'
import { database } from '@/store/database'
import { getHead, getPiece, UnreadableError, type PieceHead, type StoredPiece } from '@/store/pieces'
import { classNamed } from '../named'

/** Which piece of which class a page is about. */
export type PieceParams = Promise<{ klass: string; id: string }>

const read = cache(async (of: string, id: string): Promise<StoredPiece | 'unreadable' | null> => {
  try {
    return await getPiece(await database(), of, id)
  } catch (e) {
    if (e instanceof UnreadableError) return 'unreadable'
    throw e
  }
})

/**
 * The piece a page is about, as it stands on the shelf of its class; any other is not found. One that cannot be read as it
 * stands leads to its history, where a version may be had that can.
 */
export async function loadPiece(params: PieceParams): Promise<StoredPiece & { readonly of: StoredClass }> {
  const of = await classNamed(params)
  const id = z.uuid().safeParse((await params).id)
  const piece = id.success ? await read(of.id, id.data) : null
  if (piece === 'unreadable') redirect(piecePage(of.id, id.data!, 'history'))
  return piece ? { ...piece, of } : notFound()
}

/** What is known of the piece without its notes. */
export async function loadHead(params: PieceParams): Promise<PieceHead & { readonly of: StoredClass }> {
  const of = await classNamed(params)
  const id = z.uuid().safeParse((await params).id)
  const head = id.success ? await getHead(await database(), of.id, id.data) : null
  return head ? { ...head, of } : notFound()
}
