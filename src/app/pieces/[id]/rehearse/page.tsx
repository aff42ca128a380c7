import type { Metadata } from 'next'
import { loadHead } from '../../stored'
import { DeskPage } from '../DeskPage'

type Props = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Rehearse: ${(await loadHead(params)).title}` }
}

export default DeskPage
