import type { Metadata } from 'next'
import { loadHead, type PieceParams } from '../../stored'
import { DeskPage } from '../DeskPage'

type Props = { params: PieceParams }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Balance: ${(await loadHead(params)).title}` }
}

export default DeskPage
