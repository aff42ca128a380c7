import type { Metadata } from 'next'
import { connection } from 'next/server'
import { seatsOf } from '@/core/seats/seat'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { LinksView } from '@/ui/class/links/LinksView'

export const metadata: Metadata = { title: 'Links for students' }

export default async function LinksPage() {
  await connection()
  const { id, name, settings } = await theClass(await database())
  const seats = seatsOf(settings)
  return (
    <LinksView
      id={id}
      name={name}
      students={settings.students.map((s) => ({ id: s.id, name: s.name, seat: seats.find((x) => x.id === s.seat)?.name ?? '' }))}
    />
  )
}
