import { revalidatePath } from 'next/cache'
import { NextResponse } from 'next/server'
import { megabytes } from '@/formats/limits'
import { inWorker } from '@/jobs/pool'
import { now } from '@/store/clock'
import { MOST_REQUEST } from '@/formats/brought'
import { shelfQuery, type BringReply, type ShelfReply } from '@/api/shelf'
import { shelfPart } from '@/app/shelf'
import { fresh, inClass, searchOf } from '../../../answer'
import { bodyText } from '../../../body'

const reply = (body: BringReply, status = 200) => NextResponse.json(body, { status })
const refuse = (problem: string, status: number) => reply({ ok: false, problem }, status)

/** A further part of the shelf, or what of it matches a search. */
export const GET = inClass(async ({ request, klass }) =>
  fresh((await shelfPart(klass, shelfQuery.parse(searchOf(request)))) satisfies ShelfReply),
)

/**
 * Puts pieces on the shelf with the file that they came in. Files are read in the browser's worker; the server takes no
 * foreign format apart, it only checks pieces against their schema, within the limits.
 */
export const POST = inClass(async ({ request, klass }) => {
  const weight = Number(request.headers.get('content-length') ?? NaN)
  if (!(weight <= MOST_REQUEST)) return refuse(`more than ${megabytes(MOST_REQUEST)} at once is too much. Bring the files one by one`, 413)
  const text = (await bodyText(request, MOST_REQUEST)) ?? ''
  // Read, checked and kept in the worker: a large collection takes seconds.
  const done = await inWorker({ kind: 'shelve', of: klass.id, text, now: now() })
  if ('refused' in done) return refuse(done.refused, 400)
  revalidatePath('/', 'layout')
  return reply({ ok: true, added: [...done.added] })
})
