import { NextResponse, type NextRequest } from 'next/server'
import { ownQuery, type OwnWarmupReply } from '@/api/student'
import { pupilWords } from '@/core/words/pupil'
import { followedBy } from '@/app/s/followed'
import { inWorker } from '@/jobs/pool'
import { answering } from '../../../../answer'

const reply = (body: OwnWarmupReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** The warm-up of a student's piece, with their notes. */
export const GET = answering(async (request: NextRequest, { params }: { params: Promise<{ token: string; id: string }> }) => {
  const to = await followedBy(params)
  if (!to) return reply({ ok: false, problem: pupilWords().notHere }, 404)
  const made = await inWorker({ kind: 'ownWarmup', ...to.who, ...ownQuery.parse(Object.fromEntries(request.nextUrl.searchParams)) })
  return reply(made, made.ok ? 200 : 404)
})
