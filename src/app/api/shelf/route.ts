import { revalidatePath } from 'next/cache'
import { NextResponse, type NextRequest } from 'next/server'
import { megabytes } from '@/formats/limits'
import { inWorker, TaskError } from '@/jobs/pool'
import { now } from '@/store/clock'
import { MOST_REQUEST, shelfQuery, type BringReply, type ShelfReply } from '@/api/protocol'
import { shelfPart } from '../../shelf'
import { answering } from '../answer'

const reply = (body: BringReply, status = 200) => NextResponse.json(body, { status })
const refuse = (problem: string, status: number) => reply({ ok: false, problem }, status)

/** A further part of the shelf, or what of it matches a search. */
export const GET = answering(async (request: NextRequest) => {
  const wanted = shelfQuery.parse(Object.fromEntries(request.nextUrl.searchParams))
  return NextResponse.json((await shelfPart(wanted)) satisfies ShelfReply, { headers: { 'cache-control': 'no-store' } })
})

/**
 * Puts pieces on the shelf with the file that they came in. Files are read in the browser's worker; the server takes no
 * foreign format apart, it only checks pieces against their schema, within the limits.
 */
export const POST = answering(async (request: NextRequest) => {
  const weight = Number(request.headers.get('content-length') ?? NaN)
  if (!(weight <= MOST_REQUEST)) return refuse(`more than ${megabytes(MOST_REQUEST)} at once is not taken; bring the files one by one`, 413)
  const text = await request.text().catch(() => '')
  try {
    // Read, checked and kept in the worker: a large collection takes seconds.
    const done = await inWorker({ kind: 'shelve', text, now: now() })
    if ('refused' in done) return refuse(done.refused, 400)
    revalidatePath('/')
    return reply({ ok: true, added: [...done.added] })
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return refuse(e.message, 503)
  }
})
