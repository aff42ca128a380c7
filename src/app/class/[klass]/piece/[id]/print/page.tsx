import type { Metadata } from 'next'
import { handOutQuery } from '@/api/handOut'
import { hasPiece, studentsAt } from '@/core/plan/student'
import { database } from '@/store/database'
import { listShelf } from '@/store/pieces'
import { HandOutView } from '@/ui/steps/hand-out/HandOutView'
import { loadHead, type PieceParams } from '../../stored'

type Props = { params: PieceParams; searchParams: Promise<Record<string, string | string[] | undefined>> }

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: `${(await loadHead(params)).title}, print & share` }
}

export default async function PrintPage({ params, searchParams }: Props) {
  const { of, id, title } = await loadHead(params)
  const { seats, students } = of.settings
  const { heads } = await listShelf(await database(), of.id)
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
