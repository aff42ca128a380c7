import type { Metadata } from 'next'
import { forPupils, languageOf } from '@/core/plan/pupils'
import { seatsOf } from '@/core/seats/seat'
import { LinksView } from '@/ui/class/links/LinksView'
import { classNamed } from '../../named'

export const metadata: Metadata = { title: 'Links for students' }

export default async function LinksPage({ params }: { params: Promise<{ klass: string }> }) {
  const { id, name, settings } = await classNamed(params)
  return (
    <LinksView
      id={id}
      name={name}
      students={settings.students.map((s) => {
        const language = languageOf(settings, s)
        const seat = seatsOf(forPupils(settings, language)).find((x) => x.id === s.seat)
        return { id: s.id, name: s.name, seat: seat?.name ?? '', language }
      })}
    />
  )
}
