import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { retype } from '@/app/actions'
import { Retype } from '@/ui/write/Retype'
import { isTyped, loadPiece } from '../../load'

type Props = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `${(await loadPiece(params)).piece.title}, text` }
}

export default async function WritePage({ params }: Props) {
  const stored = await loadPiece(params)
  if (!isTyped(stored)) notFound()
  return <Retype retype={retype} id={stored.id} title={stored.piece.title} version={stored.version} text={stored.source.text} />
}
