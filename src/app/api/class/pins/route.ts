import { NextResponse } from 'next/server'
import type { PinsReply } from '@/api/protocol'
import { inWorker, TaskError } from '@/jobs/pool'
import { answering } from '../../answer'

const reply = (body: PinsReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** What the pins of the class's pieces say of its ways: worked out anew each time it is asked. */
export const GET = answering(async () => {
  try {
    return reply({ ok: true, ...(await inWorker({ kind: 'pins' })) })
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return reply({ ok: false, problem: e.message }, 503)
  }
})
