import type { Metadata } from 'next'
import { seatsOf } from '@/core/seats/seat'
import { LinksView } from '@/ui/class/links/LinksView'
import { classNamed } from '../../named'

export const metadata: Metadata = { title: 'Links for students' }

export default async function LinksPage({ params }: { params: Promise<{ klass: string }> }) {
  const { id, name, settings } = await classNamed(params)
  const seats = seatsOf(settings)
  return (
    <LinksView
      id={id}
      name={name}
      students={settings.students.map((s) => ({ id: s.id, name: s.name, seat: seats.find((x) => x.id === s.seat)?.name ?? '' }))}
    />
  )
}
