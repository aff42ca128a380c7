import type { Metadata } from 'next'
import { sheetQuery } from '@/api/handOut'
import { warmupQuery } from '@/api/practice'
import { packed } from '@/app/packed'
import { WarmupSheet } from '@/ui/steps/practise/WarmupSheet'
import { loadHead, loadPiece, type PieceParams } from '../../../stored'

type Props = { params: PieceParams; searchParams: Promise<Record<string, string | string[] | undefined>> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `Warm-up for ${(await loadHead(params)).title}` }
}

/** The warm-up of a piece, to be printed. */
export default async function WarmupPage({ params, searchParams }: Props) {
  const { of, id, piece, plan } = await loadPiece(params)
  const { seat } = sheetQuery.parse(await searchParams)
  const { drill } = warmupQuery.parse(await searchParams)
  return <WarmupSheet id={id} title={piece.title} packed={packed({ piece, plan })} klass={of.settings} seat={seat} drill={drill} />
}
