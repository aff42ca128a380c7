import { NextResponse, type NextRequest } from 'next/server'
import { planQuery } from '@/api/practice'
import { TaskError } from '@/jobs/pool'
import { answering } from '../answer'

/** A handler that answers what is made of the plan as it stands on the day that is asked for. */
export const asked = <T extends { ok: boolean }>(make: (today: string) => Promise<T>) =>
  answering(async (request: NextRequest) => {
    const reply = (body: T | { ok: false; problem: string }, status = 200) =>
      NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })
    const wanted = planQuery.safeParse(Object.fromEntries(request.nextUrl.searchParams))
    if (!wanted.success) return reply({ ok: false, problem: 'The day is missing, or is none.' }, 400)
    try {
      return reply(await make(wanted.data.today))
    } catch (e) {
      if (!(e instanceof TaskError)) throw e
      return reply({ ok: false, problem: e.message }, 503)
    }
  })
