import type { Metadata } from 'next'
import { Write } from '@/ui/steps/write/Write'
import { packed } from '@/app/packed'
import { loadHead, loadPiece, type PieceParams } from '../../stored'

type Props = { params: PieceParams }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `${(await loadHead(params)).title}, notes` }
}

export default async function WritePage({ params }: Props) {
  const { of, id, piece, version, source } = await loadPiece(params)
  return <Write id={id} klass={of.settings} packed={packed({ piece, text: source.text })} version={version} />
}
