import { type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { fileSheetsOf, handOutQuery } from '@/api/handOut'
import { seatsOf } from '@/core/seats/seat'
import { fileName } from '@/formats/fileName'
import { inWorker, TaskError } from '@/jobs/pool'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { answering } from '../../../answer'
import { attachment } from '../../../attachment'

/** How long a whole class's sheets may take, in milliseconds. */
const PATIENCE = 120_000

/** What is chosen in Hand out as one PDF. */
export const GET = answering(async (request: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  if (!id.success) return new Response('There is no such piece.', { status: 404 })
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
  try {
    const task = { kind: 'pdf', id: id.data, sheets, paper, letters, strings, fingers, bows, p, now: Date.now() } as const
    const made = await inWorker(task, PATIENCE)
    if (!made) return new Response('There is no such piece, or no such seat in the class.', { status: 404 })
    const alone = seats.find((s) => sheets.length === 1 && s.id === sheets[0].seat)
    const name = `${fileName(made.title)}${alone ? `, ${fileName(alone.name.toLowerCase())}` : ''}.pdf`
    return attachment(name, made.bytes, 'application/pdf')
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return new Response(`The file could not be made. ${e.message}`, { status: 503 })
  }
})
