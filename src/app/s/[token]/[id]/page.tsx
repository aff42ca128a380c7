import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { ownMusic } from '@/core/roster/own'
import { ownPiece } from '@/store/own'
import { UnreadableError } from '@/store/pieces'
import { packed } from '@/app/packed'
import { StudentPiece } from '@/ui/student/StudentPiece'
import { pupilWords } from '@/core/words/pupil'
import { followed, isTheirs } from '../../followed'

export const generateMetadata = async ({ params }: { params: Promise<{ token: string; id: string }> }): Promise<Metadata> => ({
  title: pupilWords(await followed(params)).myPart,
  robots: { index: false, follow: false },
})

/** One piece as a student has it: part, fingers on the bench, calls, warm-up, and something to play along with. */
export default async function StudentPiecePage({ params }: { params: Promise<{ token: string; id: string }> }) {
  const to = await followed(params)
  const { id } = await params
  if (!(await isTheirs(to.db, to, id))) notFound()
  const stored = await ownPiece(to.db, to.klass.id, to.student, id).catch((e: unknown) => {
    if (e instanceof UnreadableError) return null
    throw e
  })
  const own = stored && ownMusic(stored.piece, stored.plan, to.klass.settings, to.student)
  if (!own || !to.seat) notFound()
  const { klass, ...music } = own
  return (
    <StudentPiece
      token={to.token}
      id={id}
      name={to.student.name}
      large={to.student.large}
      packed={packed(music)}
      // What the class is called and who else is in it stays behind.
      klass={klass}
    />
  )
}
