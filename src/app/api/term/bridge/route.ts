import { NextResponse, type NextRequest } from 'next/server'
import { bridgeQuery, type BridgeReply } from '@/api/term'
import { inWorker, TaskError } from '@/jobs/pool'
import { answering } from '../../answer'

const reply = (body: BridgeReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** The drills of a piece that lead to what is new in it. */
export const GET = answering(async (request: NextRequest) => {
  const wanted = bridgeQuery.safeParse(Object.fromEntries(request.nextUrl.searchParams))
  if (!wanted.success) return reply({ ok: false, problem: 'Which piece is meant was not said.' }, 400)
  try {
    const bridge = await inWorker({ kind: 'bridge', ...wanted.data })
    return reply(bridge, bridge.ok ? 200 : 404)
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return reply({ ok: false, problem: e.message }, 503)
  }
})
