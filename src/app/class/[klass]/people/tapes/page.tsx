import type { Metadata } from 'next'
import { MOST_STRIPS } from '@/api/tapes'
import { stringOf } from '@/core/roster/student'
import { seatsOf } from '@/core/seats/seat'
import { TapesView } from '@/ui/tapes/TapesView'
import { classNamed } from '../../named'

export const metadata: Metadata = { title: 'Tapes' }

export default async function TapesPage({ params }: { params: Promise<{ klass: string }> }) {
  const { settings } = await classNamed(params)
  const seats = seatsOf(settings)
  const students = settings.students.flatMap((s) => {
    const seat = seats.find((x) => x.id === s.seat)
    return seat ? [{ name: s.name, instrument: seat.instrument.id, length: stringOf(s, seat) }] : []
  })
  const all =
    students.length > 0 ? students : seats.map(({ name, instrument: i }) => ({ name, instrument: i.id, length: i.sizes[0].length }))
  return <TapesView all={all.slice(0, MOST_STRIPS)} talk={settings.talk} />
}
