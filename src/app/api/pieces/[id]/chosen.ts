import { type NextRequest } from 'next/server'
import { fileSheetsOf, handOutQuery } from '@/api/handOut'
import { seatsOf } from '@/core/seats/seat'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'

/** What is chosen in Hand out, by its address: the sheets of the open class, and how they are drawn. A refusal where nothing is chosen. */
export async function chosenSheets(request: NextRequest) {
  const query = handOutQuery.parse(Object.fromEntries(request.nextUrl.searchParams))
  const { settings } = await theClass(await database())
  const seats = seatsOf(settings)
  const sheets = fileSheetsOf(
    query,
    seats.map((s) => s.id),
    settings.students,
  )
  if (sheets.length === 0) return new Response('Nothing is chosen to be printed; tick a seat or the score in Hand out.', { status: 400 })
  const { paper, letters, strings, fingers, bows, p } = query
  return { seats, sheets, drawing: { paper, letters, strings, fingers, bows, p } }
}
