import type { Metadata } from 'next'
import { inSentence } from '@/core/names'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { PrintView } from '@/ui/steps/hand-out/PrintView'
import { printQuery } from '@/api/protocol'
import { loadHead } from '../../stored'

type Props = { params: Promise<{ id: string }>; searchParams: Promise<Record<string, string | string[] | undefined>> }

/** What is asked for, of the seats that the class has: one that it has not is its first. */
async function asked(searchParams: Props['searchParams']) {
  const { seats } = (await theClass(await database())).settings
  const query = printQuery.parse(await searchParams)
  const seat = seats.find((s) => s.id === query.seat) ?? seats[0]
  return { seats: seats.map(({ id, name }) => ({ id, name })), seat, query: { ...query, seat: seat.id } }
}

export async function generateMetadata({ params, searchParams }: Props): Promise<Metadata> {
  const { title } = await loadHead(params)
  return { title: `${title}, ${inSentence((await asked(searchParams)).seat.name)}` }
}

export default async function PrintPage({ params, searchParams }: Props) {
  const { id, title } = await loadHead(params)
  const { seats, query } = await asked(searchParams)
  return <PrintView id={id} title={title} seats={seats} query={query} />
}
