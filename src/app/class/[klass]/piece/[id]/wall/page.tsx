import type { Metadata } from 'next'
import { packed } from '@/app/packed'
import { Wall } from '@/ui/wall/Wall'
import { loadHead, loadPiece, type PieceParams } from '../../stored'

type Props = { params: PieceParams }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `${(await loadHead(params)).title}, on the wall` }
}

/** What the class sees of a rehearsal, on the projector. */
export default async function WallPage({ params }: Props) {
  const { of, id, piece, plan } = await loadPiece(params)
  return <Wall id={id} packed={packed({ piece, plan })} klass={of.settings} />
}
