import type { Metadata } from 'next'
import { notFound } from 'next/navigation'
import { deckQuery } from '@/api/training'
import { ownClass, ownMusic } from '@/core/roster/own'
import { ownPiece } from '@/store/own'
import { packed } from '@/app/packed'
import { OwnTrainer } from '@/ui/student/OwnTrainer'
import { pupilWords } from '@/core/words/pupil'
import { followed, isTheirs } from '../../followed'

export const generateMetadata = async ({ params }: { params: Promise<{ token: string }> }): Promise<Metadata> => ({
  title: pupilWords(await followed(params)).noteReading,
  robots: { index: false, follow: false },
})

type Query = { searchParams: Promise<Record<string, string | string[] | undefined>> }

/** Five minutes of reading for a student: of all that they have learned, or of a piece of theirs. */
export default async function OwnTrainPage({ params, searchParams }: { params: Promise<{ token: string }> } & Query) {
  const to = await followed(params)
  const { piece: id } = deckQuery.parse(await searchParams)
  const { klass, student, db } = to
  if (id === null) {
    const own = ownClass(klass.settings, student)
    if (!own) notFound()
    return <OwnTrainer token={to.token} name={student.name} klass={own} of={null} />
  }
  if (!(await isTheirs(db, to, id))) notFound()
  const stored = await ownPiece(db, klass.id, student, id).catch(() => null)
  const own = stored && ownMusic(stored.piece, stored.plan, klass.settings, student)
  if (!own) notFound()
  const { klass: cut, ...music } = own
  return <OwnTrainer token={to.token} name={student.name} klass={cut} of={{ id, title: music.piece.title, packed: packed(music) }} />
}
