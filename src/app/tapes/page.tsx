import type { Metadata } from 'next'
import { connection } from 'next/server'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { seatsOf } from '@/core/seats/seat'
import { TapesView } from '@/ui/tapes/TapesView'

export const metadata: Metadata = { title: 'Tapes' }

export default async function TapesPage() {
  await connection()
  const { settings } = await theClass(await database())
  return <TapesView seats={seatsOf(settings).map(({ name, instrument }) => ({ name, instrument: instrument.id }))} />
}
