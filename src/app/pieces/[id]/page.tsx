import type { Metadata } from 'next'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { touchPiece } from '@/store/pieces'
import { Desk } from '@/ui/desk/Desk'
import { isTyped, loadPiece } from '../load'

type Props = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await loadPiece(params)).piece.title }
}

export default async function DeskPage({ params }: Props) {
  const stored = await loadPiece(params)
  await touchPiece(await database(), stored.id, now())
  return <Desk id={stored.id} piece={stored.piece} plan={stored.plan} version={stored.version} typed={isTyped(stored)} />
}
