import type { Metadata } from 'next'
import { sheetQuery } from '@/api/handOut'
import { StandView } from '@/ui/steps/hand-out/StandView'
import { loadHead, type PieceParams } from '../../stored'

type Props = { params: PieceParams; searchParams: Promise<Record<string, string | string[] | undefined>> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `${(await loadHead(params)).title}, on the stand` }
}

/** One seat's part for a screen on a music stand; a seat that the class has not is its first. */
export default async function StandPage({ params, searchParams }: Props) {
  const { of, id, title } = await loadHead(params)
  const { seats } = of.settings
  const { seat, much, marks, p } = sheetQuery.parse(await searchParams)
  const shown = seats.find((s) => s.id === seat) ?? seats[0]
  return (
    <StandView id={id} title={title} seats={seats.map((s) => ({ id: s.id, name: s.name }))} wanted={{ seat: shown.id, much, marks, p }} />
  )
}
