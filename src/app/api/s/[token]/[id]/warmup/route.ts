import { NextResponse, type NextRequest } from 'next/server'
import { ownQuery, type OwnWarmupReply } from '@/api/student'
import { followedBy } from '@/app/s/followed'
import { inWorker, TaskError } from '@/jobs/pool'
import { answering } from '../../../../answer'

const reply = (body: OwnWarmupReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** The warm-up of a student's piece, with their notes. */
export const GET = answering(async (request: NextRequest, { params }: { params: Promise<{ token: string; id: string }> }) => {
  const who = await followedBy(params)
  if (!who) return reply({ ok: false, problem: 'There is no such piece here.' }, 404)
  try {
    const made = await inWorker({ kind: 'ownWarmup', ...who, ...ownQuery.parse(Object.fromEntries(request.nextUrl.searchParams)) })
    return reply(made, made.ok ? 200 : 404)
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return reply({ ok: false, problem: e.message }, 503)
  }
})
