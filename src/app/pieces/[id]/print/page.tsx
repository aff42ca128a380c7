import type { Metadata } from 'next'
import { INSTRUMENTS } from '@/core/hands/instruments'
import { PrintView } from '@/ui/print/PrintView'
import { printQuery } from '@/ui/print/query'
import { loadHead } from '../../load'

type Props = { params: Promise<{ id: string }>; searchParams: Promise<Record<string, string | string[] | undefined>> }

export async function generateMetadata({ params, searchParams }: Props): Promise<Metadata> {
  const { title } = await loadHead(params)
  return { title: `${title}, ${INSTRUMENTS[printQuery.parse(await searchParams).seat].name.toLowerCase()}` }
}

export default async function PrintPage({ params, searchParams }: Props) {
  const { id, title } = await loadHead(params)
  return <PrintView id={id} title={title} query={printQuery.parse(await searchParams)} />
}
