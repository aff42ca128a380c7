import type { Metadata } from 'next'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { Write } from '@/ui/steps/write/Write'
import { packed } from '@/app/packed'
import { loadHead, loadPiece } from '../../stored'

type Props = { params: Promise<{ id: string }> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `${(await loadHead(params)).title}, notes` }
}

export default async function WritePage({ params }: Props) {
  const { id, piece, version, source } = await loadPiece(params)
  const { settings } = await theClass(await database())
  return <Write id={id} klass={settings} packed={packed({ piece, text: source.text })} version={version} />
}
