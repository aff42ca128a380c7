import type { Metadata } from 'next'
import { loadHead } from '../../load'
import { DeskPage } from '../DeskPage'

type Props = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Read: ${(await loadHead(params)).title}` }
}

export default DeskPage
