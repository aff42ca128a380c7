import type { NextRequest } from 'next/server'
import type { Knex } from 'knex'
import { fileSheetsOf, handOutQuery } from '@/api/handOut'
import { seatsOf } from '@/core/seats/seat'
import { FROM_DOOR } from '@/server/address'
import type { StoredClass } from '@/store/classes'
import { now } from '@/store/clock'
import { linksOf } from '@/store/links'

export const NOTHING_CHOSEN = 'Nothing to print yet. Tick a seat or the score in Print & share.'

/** What is chosen in Hand out, by its address: the sheets of the class, and how they are drawn. Null where nothing is chosen. */
export async function chosenSheets(db: Knex, request: NextRequest, { id, settings }: StoredClass, piece: string) {
  const query = handOutQuery.parse(Object.fromEntries(request.nextUrl.searchParams))
  const seats = seatsOf(settings)
  const chosen = fileSheetsOf(
    query,
    seats.map((s) => s.id),
    settings.students,
    piece,
  )
  // A code on the sheet leads a phone to the student's own page, where phones can reach it.
  const [origin] = (request.headers.get(FROM_DOOR.reach) ?? '').split(' ').filter(Boolean)
  const links = origin && query.students ? await linksOf(db, id, now()) : []
  const sheets = chosen.map(({ student, ...sheet }) => {
    const link = student && links.find((l) => l.student === student.id)
    return {
      ...sheet,
      student: student && {
        id: student.id,
        name: student.name,
        noFourth: student.noFourth,
        version: student.versions[piece] ?? null,
        link: link ? `${origin}/s/${link.token}` : null,
      },
    }
  })
  if (sheets.length === 0) return null
  const { paper, marks, p } = query
  return { seats, sheets, drawing: { paper, marks, p } }
}
