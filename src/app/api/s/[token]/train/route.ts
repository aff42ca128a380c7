import { NextResponse, type NextRequest } from 'next/server'
import { answersRequest, deckQuery, type AnswersReply, type DeckReply } from '@/api/training'
import { pupilWords } from '@/core/words/pupil'
import { followedBy, isTheirs } from '@/app/s/followed'
import { sayIssue } from '@/core/issue'
import { deckDrawings } from '@/jobs/made'
import { addAnswers, answersOf, hasAnsweredEnough } from '@/store/answers'
import { now } from '@/store/clock'
import { answering } from '../../../answer'
import { jsonOf, readAhead } from '../../../body'

const GONE = pupilWords().linkGone
/** The largest body that a link may send, in bytes: as many answers as are taken at once have a quarter of it. */
const MOST_BODY = 400_000

const reply = (body: DeckReply | AnswersReply, status = 200) =>
  NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** What a student is asked from. */
export const GET = answering(async (request: NextRequest, { params }: { params: Promise<{ token: string }> }) => {
  const to = await followedBy(params)
  if (!to) return reply({ ok: false, problem: GONE }, 404)
  const { db, klass, student } = to
  const { piece } = deckQuery.parse(Object.fromEntries(request.nextUrl.searchParams))
  // What is engraved is kept for the whole seat: whether the piece is theirs is asked for each.
  const drawings = piece !== null && !(await isTheirs(db, to, piece)) ? null : await deckDrawings(db, klass, student, piece)
  if (!drawings) return reply({ ok: false, problem: pupilWords(to).noQuestionsAtAll }, 404)
  return reply({ ok: true, answers: await answersOf(db, klass.id, student.id), drawings })
})

/** Keeps answers of a student: whose they are, and of which seat, the link says and not the phone; no moment lies ahead of now. */
export const POST = answering(async (request: NextRequest, { params }: { params: Promise<{ token: string }> }) => {
  readAhead(request, MOST_BODY)
  const to = await followedBy(params)
  if (!to) return reply({ ok: false, problem: GONE }, 404)
  const body = answersRequest.safeParse(await jsonOf(request, MOST_BODY))
  if (!body.success) return reply({ ok: false, problem: sayIssue(body.error) }, 400)
  const { db, klass, student } = to
  if (await hasAnsweredEnough(db, klass.id, student.id, now())) return reply({ ok: false, problem: pupilWords(to).enough }, 429)
  const answers = body.data.answers.map((a) => ({ ...a, student: student.id, seat: student.seat, at: Math.min(a.at, now()) }))
  await addAnswers(db, klass.id, answers, now())
  return reply({ ok: true, kept: body.data.answers.map((a) => a.id) })
})
