import type { Metadata } from 'next'
import { sheetQuery } from '@/api/handOut'
import { warmupQuery } from '@/api/practice'
import { packed } from '@/app/packed'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { WarmupSheet } from '@/ui/steps/practise/WarmupSheet'
import { loadHead, loadPiece } from '../../../stored'

type Props = { params: Promise<{ id: string }>; searchParams: Promise<Record<string, string | string[] | undefined>> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Warm-up for ${(await loadHead(params)).title}` }
}

/** The warm-up of a piece, to be printed. */
export default async function WarmupPage({ params, searchParams }: Props) {
  const { id, piece, plan } = await loadPiece(params)
  const { settings } = await theClass(await database())
  const { seat } = sheetQuery.parse(await searchParams)
  const { drill } = warmupQuery.parse(await searchParams)
  return <WarmupSheet id={id} title={piece.title} packed={packed({ piece, plan })} klass={settings} seat={seat} drill={drill} />
}
