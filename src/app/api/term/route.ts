import { NextResponse, type NextRequest } from 'next/server'
import { termQuery, type FactsReply } from '@/api/term'
import { inWorker, TaskError } from '@/jobs/pool'
import { answering } from '../answer'

const reply = (body: FactsReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** What the pieces of a class's shelf are for its term. */
export const GET = answering(async (request: NextRequest) => {
  const wanted = termQuery.safeParse(Object.fromEntries(request.nextUrl.searchParams))
  if (!wanted.success) return reply({ ok: false, problem: 'Which class is meant was not said.' }, 400)
  try {
    const facts = await inWorker({ kind: 'facts', of: wanted.data.of })
    return reply(facts, facts.ok ? 200 : 404)
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return reply({ ok: false, problem: e.message }, 503)
  }
})
