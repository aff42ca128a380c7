import type { Metadata } from 'next'
import { loadPiece } from '../load'
import { DeskPage } from './DeskPage'

type Props = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: (await loadPiece(params)).piece.title }
}

export default DeskPage
