import type { Metadata } from 'next'
import { packed } from '@/app/packed'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { Wall } from '@/ui/wall/Wall'
import { loadHead, loadPiece } from '../../stored'

type Props = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `${(await loadHead(params)).title}, on the wall` }
}

/** What the class sees of a rehearsal, on the projector. */
export default async function WallPage({ params }: Props) {
  const { id, piece, plan } = await loadPiece(params)
  const { settings } = await theClass(await database())
  return <Wall id={id} packed={packed({ piece, plan })} klass={settings} />
}
