import type { Metadata } from 'next'
import { theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { touchPiece } from '@/store/pieces'
import { Desk } from '@/ui/desk/Desk'
import { loadPiece } from '../load'

type Props = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await loadPiece(params)).piece.title }
}

export default async function DeskPage({ params }: Props) {
  const stored = await loadPiece(params)
  const db = await database()
  await touchPiece(db, stored.id, now())
  const { settings } = await theClass(db)
  return (
    <Desk id={stored.id} piece={stored.piece} plan={stored.plan} klass={settings} version={stored.version} originalId={stored.originalId} />
  )
}
