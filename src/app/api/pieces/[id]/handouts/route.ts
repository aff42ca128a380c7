import { NextResponse, type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { keepRequest, type HandoutsReply } from '@/api/handouts'
import { inWorker, TaskError } from '@/jobs/pool'
import { theClass } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { handoutsOf } from '@/store/handouts'
import { answering } from '../../../answer'
import { jsonOf } from '../../../body'
import { chosenSheets } from '../chosen'

type Context = { params: Promise<{ id: string }> }

/** How long a whole class's sheets may take, in milliseconds. */
const PATIENCE = 120_000

const reply = (body: HandoutsReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** What the open class was given of a piece. */
async function kept(piece: string) {
  const db = await database()
  const { id } = await theClass(db)
  const all = await handoutsOf(db, id, piece)
  return reply({ ok: true, kept: all.map(({ made_at, title: _, ...h }) => ({ ...h, madeAt: made_at })) })
}

export const GET = answering(async (_request: NextRequest, { params }: Context) => {
  const id = z.uuid().safeParse((await params).id)
  return id.success ? kept(id.data) : reply({ ok: false, problem: 'There is no such piece.' }, 404)
})

/** Keeps what is chosen in Hand out as it is printed now. */
export const POST = answering(async (request: NextRequest, { params }: Context) => {
  const id = z.uuid().safeParse((await params).id)
  if (!id.success) return reply({ ok: false, problem: 'There is no such piece.' }, 404)
  const body = keepRequest.safeParse(await jsonOf(request, 4_000))
  if (!body.success) return reply({ ok: false, problem: 'The name is too long: 120 letters at most.' }, 400)
  const chosen = await chosenSheets(request, id.data)
  if (chosen instanceof Response) return reply({ ok: false, problem: await chosen.text() }, 400)
  const { of, sheets, drawing } = chosen
  try {
    const asked = request.nextUrl.searchParams.toString()
    const made = await inWorker({ kind: 'freeze', id: id.data, sheets, ...drawing, of, name: body.data.name, asked, now: now() }, PATIENCE)
    return made ? kept(id.data) : reply({ ok: false, problem: 'There is no such piece, or no such seat in the class.' }, 404)
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return reply({ ok: false, problem: e.message }, 503)
  }
})
