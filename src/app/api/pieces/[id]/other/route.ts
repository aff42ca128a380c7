import { type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { otherQuery } from '@/api/handOut'
import { SHEETS } from '@/core/sheets/kinds'
import { seatsOf } from '@/core/seats/seat'
import { fileName } from '@/formats/fileName'
import { inWorker, TaskError } from '@/jobs/pool'
import { theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { answering } from '../../../answer'
import { attachment } from '../../../attachment'

/** How long a sheet for every seat may take, in milliseconds. */
const PATIENCE = 120_000

/** Another sheet of a piece as a PDF; `look`: to be shown, not saved. */
export const GET = answering(async (request: NextRequest, { params }: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await params).id)
  const query = otherQuery.safeParse(Object.fromEntries(request.nextUrl.searchParams))
  if (!id.success) return new Response('There is no such piece.', { status: 404 })
  if (!query.success) return new Response('Which sheet is wanted was not said, or there is none of that kind.', { status: 400 })
  const { what, whom, paper, look } = query.data
  const seats = seatsOf((await theClass(await database())).settings)
  const wanted = whom === 'class' ? [null] : whom === 'each' ? seats.map((s) => s.id) : [whom]
  try {
    const made = await inWorker({ kind: 'other', id: id.data, what, seats: wanted, paper, now: now() }, PATIENCE)
    if (!made) return new Response(`“${SHEETS[what].name}” is not made for that, or there is no such piece or seat.`, { status: 404 })
    const name = seats.find((s) => s.id === whom)?.name
    const file = `${fileName(made.title)}${name ? `, ${fileName(name.toLowerCase())}` : ''}.pdf`
    if (!look) return attachment(file, made.bytes, 'application/pdf')
    return new Response(new Uint8Array(made.bytes), {
      headers: {
        'content-type': 'application/pdf',
        'content-disposition': `inline; filename*=UTF-8''${encodeURIComponent(file)}`,
        'cache-control': 'no-store',
      },
    })
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return new Response(`The file could not be made. ${e.message}`, { status: 503 })
  }
})
