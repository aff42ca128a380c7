import { revalidatePath } from 'next/cache'
import { NextResponse, type NextRequest } from 'next/server'
import { z } from 'zod'
import { emptyPlan } from '@/core/seats/plan'
import { linesOf, matchLines } from '@/core/seats/lines'
import { LIMITS, megabytes } from '@/formats/limits'
import { theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { bringPieces } from '@/store/pieces'
import { bringRequest, MOST_REQUEST, shelfQuery, type BringReply, type ShelfReply } from '@/ui/shelf/protocol'
import { shelfPart } from '../../shelf'
import { answering } from '../answer'
import { jsonOf } from '../body'

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
  const body = bringRequest.safeParse(await jsonOf(request, MOST_REQUEST))
  if (!body.success) return refuse(`the pieces cannot be kept: ${sayIssue(body.error)}`, 400)
  const { file, pieces } = body.data
  const bytes = Buffer.from(file.base64, 'base64')
  if (bytes.length > LIMITS.file) return refuse(`the file is too large (up to ${megabytes(LIMITS.file)})`, 413)
  const db = await database()
  const ids = await bringPieces(
    db,
    (await theClass(db)).id,
    { name: file.name, bytes },
    pieces.map(({ piece, text = '', plan }) => ({
      piece,
      source: { name: file.name, text },
      plan: plan ?? { ...emptyPlan(), lines: linesOf(matchLines(piece)) },
    })),
    now(),
  )
  revalidatePath('/')
  return reply({ ok: true, added: ids.map((id, i) => ({ id, title: pieces[i].piece.title })) })
})

const sayIssue = ({ issues: [issue] }: z.ZodError): string => issue.message
