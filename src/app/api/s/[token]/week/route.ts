import { NextResponse, type NextRequest } from 'next/server'
import { weekQuery, type WeekReply } from '@/api/student'
import { pupilWords } from '@/core/words/pupil'
import { followedBy } from '@/app/s/followed'
import { inWorker } from '@/jobs/pool'
import { answering } from '../../../answer'

const reply = (body: WeekReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** What a student practises in the days from one on. */
export const GET = answering(async (request: NextRequest, { params }: { params: Promise<{ token: string }> }) => {
  const to = await followedBy(params)
  const wanted = weekQuery.safeParse(Object.fromEntries(request.nextUrl.searchParams))
  if (!to) return reply({ ok: false, problem: pupilWords().linkGone }, 404)
  if (!wanted.success) return reply({ ok: false, problem: pupilWords(to).noDay }, 400)
  const week = await inWorker({ kind: 'week', of: to.who.of, student: to.who.student, today: wanted.data.today })
  return reply(week, week.ok ? 200 : 404)
})
