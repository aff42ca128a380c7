import { notFound } from 'next/navigation'
import { connection } from 'next/server'
import { forPupils, languageOf } from '@/core/plan/pupils'
import { hasPiece } from '@/core/plan/student'
import { seatsOf } from '@/core/seats/seat'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { followLink } from '@/store/links'
import { getHead } from '@/store/pieces'

/** Where a student's link leads; not found where it leads nowhere. The front door has looked before: nothing is served on one look alone. */
export async function followed(params: Promise<{ token: string }>) {
  await connection()
  const { token } = await params
  const db = await database()
  const to = await followLink(db, token, now())
  if (!to) notFound()
  const language = languageOf(to.klass.settings, to.student)
  const seats = seatsOf(forPupils(to.klass.settings, language))
  return { ...to, token, db, language, seat: seats.find((s) => s.id === to.student.seat) ?? null }
}

/** The same for a request, which is answered instead; `piece`: one that must be the student's. */
export async function followedBy(params: Promise<{ token: string; id?: string }>) {
  const { token, id } = await params
  const db = await database()
  const to = await followLink(db, token, now())
  if (!to) return null
  if (id !== undefined && !(await isTheirs(db, to, id))) return null
  return {
    ...to,
    db,
    language: languageOf(to.klass.settings, to.student),
    who: { of: to.klass.id, student: to.student.id, piece: id ?? '' },
  }
}

/** Whether a piece stands on the shelf of a student's class and is theirs. */
export async function isTheirs(
  db: Awaited<ReturnType<typeof database>>,
  { klass, student }: NonNullable<Awaited<ReturnType<typeof followLink>>>,
  id: string,
): Promise<boolean> {
  return hasPiece(student, id) && (await getHead(db, klass.id, id)) !== null
}
