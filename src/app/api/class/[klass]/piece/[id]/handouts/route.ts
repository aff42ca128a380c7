import type { Knex } from 'knex'
import { keepRequest, type HandoutsReply } from '@/api/handouts'
import { inWorker } from '@/jobs/pool'
import { now } from '@/store/clock'
import { handoutsOf } from '@/store/handouts'
import { fresh, gone, NO_SEAT, ofPiece } from '../../../../../answer'
import { jsonOf } from '../../../../../body'
import { chosenSheets, NOTHING_CHOSEN } from '../chosen'

/** How long a whole class's sheets may take, in milliseconds. */
const PATIENCE = 120_000

const refuse = (problem: string) => fresh({ ok: false, problem } satisfies HandoutsReply, 400)

/** What the class was given of a piece. */
async function kept(db: Knex, of: string, piece: string) {
  const all = await handoutsOf(db, of, piece)
  return fresh({ ok: true, kept: all.map(({ made_at, title: _, ...h }) => ({ ...h, madeAt: made_at })) } satisfies HandoutsReply)
}

export const GET = ofPiece(({ db, klass, head }) => kept(db, klass.id, head.id))

/** Keeps what is chosen in Hand out as it is printed now. */
export const POST = ofPiece(async ({ request, db, klass, head }) => {
  const body = keepRequest.safeParse(await jsonOf(request, 4_000))
  if (!body.success) return refuse('The name is too long. Use 120 letters or fewer.')
  const chosen = await chosenSheets(db, request, klass, head.id)
  if (!chosen) return refuse(NOTHING_CHOSEN)
  const { sheets, drawing } = chosen
  const what = { name: body.data.name, asked: request.nextUrl.searchParams.toString(), now: now() }
  const made = await inWorker({ kind: 'freeze', of: klass.id, id: head.id, sheets, ...drawing, ...what }, { patience: PATIENCE })
  return made ? kept(db, klass.id, head.id) : gone(NO_SEAT)
})
