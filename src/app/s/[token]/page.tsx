import type { Metadata } from 'next'
import { hasPiece } from '@/core/plan/student'
import { listShelf } from '@/store/pieces'
import { StudentHome } from '@/ui/student/StudentHome'
import { followed } from '../followed'

export const metadata: Metadata = { title: 'My part', robots: { index: false, follow: false } }

/** A student's own pages: their pieces, and what they practise this week. */
export default async function StudentPage({ params }: { params: Promise<{ token: string }> }) {
  const { klass, student, token, db, seat } = await followed(params)
  const { heads } = await listShelf(db, klass.id)
  return (
    <StudentHome
      token={token}
      name={student.name}
      seat={seat?.name ?? ''}
      school={klass.name}
      pieces={seat ? heads.filter((h) => hasPiece(student, h.id)).map(({ id, title }) => ({ id, title })) : []}
    />
  )
}
