import type { Metadata } from 'next'
import { hasPiece } from '@/core/plan/student'
import { listShelf } from '@/store/pieces'
import { StudentHome } from '@/ui/student/StudentHome'
import { pupilWords } from '@/core/words/pupil'
import { followed } from '../followed'

export const generateMetadata = async ({ params }: { params: Promise<{ token: string }> }): Promise<Metadata> => ({
  title: pupilWords(await followed(params)).myPart,
  robots: { index: false, follow: false },
})

/** A student's own pages: their pieces, and what they practise this week. */
export default async function StudentPage({ params }: { params: Promise<{ token: string }> }) {
  const { klass, student, token, db, seat, language } = await followed(params)
  const { heads } = await listShelf(db, klass.id)
  return (
    <StudentHome
      language={language}
      token={token}
      name={student.name}
      seat={seat?.name ?? ''}
      school={klass.name}
      pieces={seat ? heads.filter((h) => hasPiece(student, h.id)).map(({ id, title }) => ({ id, title })) : []}
    />
  )
}
