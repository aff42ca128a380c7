import { NextResponse, type NextRequest } from 'next/server'
import { answersRequest, deckQuery, type AnswersReply, type DeckReply } from '@/api/training'
import { followedBy } from '@/app/s/followed'
import { sayIssue } from '@/core/issue'
import { inWorker, TaskError } from '@/jobs/pool'
import { addAnswers, hasAnsweredEnough } from '@/store/answers'
import { classById } from '@/store/classes'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { answering } from '../../../answer'
import { jsonOf } from '../../../body'

const GONE = 'This link does not work any more.'
/** The largest body that a link may send, in bytes: as many answers as are taken at once have a quarter of it. */
const MOST = 400_000

const reply = (body: DeckReply | AnswersReply, status = 200) =>
  NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** What a student is asked from. */
export const GET = answering(async (request: NextRequest, { params }: { params: Promise<{ token: string }> }) => {
  const who = await followedBy(params)
  if (!who) return reply({ ok: false, problem: GONE }, 404)
  const { piece } = deckQuery.parse(Object.fromEntries(request.nextUrl.searchParams))
  try {
    const deck = await inWorker({ kind: 'deck', of: who.of, student: who.student, piece })
    return reply(deck, deck.ok ? 200 : 404)
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return reply({ ok: false, problem: e.message }, 503)
  }
})

/** Keeps answers of a student: whose they are, and of which seat, the link says and not the phone; no moment lies ahead of now. */
export const POST = answering(async (request: NextRequest, { params }: { params: Promise<{ token: string }> }) => {
  const who = await followedBy(params)
  if (!who) return reply({ ok: false, problem: GONE }, 404)
  const body = answersRequest.safeParse(await jsonOf(request, MOST))
  if (!body.success) return reply({ ok: false, problem: sayIssue(body.error) }, 400)
  const db = await database()
  const seat = (await classById(db, who.of))?.settings.students.find((s) => s.id === who.student)?.seat
  if (!seat) return reply({ ok: false, problem: GONE }, 404)
  if (await hasAnsweredEnough(db, who.of, who.student, now()))
    return reply({ ok: false, problem: 'That is enough for one day; what is answered today is not kept any more.' }, 429)
  await addAnswers(
    db,
    who.of,
    body.data.answers.map((a) => ({ ...a, student: who.student, seat, at: Math.min(a.at, now()) })),
  )
  return reply({ ok: true, kept: body.data.answers.map((a) => a.id) })
})
