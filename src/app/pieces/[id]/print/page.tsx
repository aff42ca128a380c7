import type { Metadata } from 'next'
import { handOutQuery } from '@/api/handOut'
import { hasPiece, studentsAt } from '@/core/roster/student'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { listShelf } from '@/store/pieces'
import { HandOutView } from '@/ui/steps/hand-out/HandOutView'
import { loadHead } from '../../stored'

type Props = { params: Promise<{ id: string }>; searchParams: Promise<Record<string, string | string[] | undefined>> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `${(await loadHead(params)).title}, hand out` }
}

export default async function PrintPage({ params, searchParams }: Props) {
  const { id, title } = await loadHead(params)
  const db = await database()
  const klass = await theClass(db)
  const { seats, students } = klass.settings
  const { heads } = await listShelf(db, klass.id)
  return (
    <HandOutView
      id={id}
      title={title}
      seats={seats.map((s) => ({ id: s.id, name: s.name, students: studentsAt(students, s.id).filter((x) => hasPiece(x, id)).length }))}
      others={heads.filter((h) => h.id !== id).map((h) => ({ id: h.id, title: h.title }))}
      wanted={handOutQuery.parse(await searchParams)}
    />
  )
}
