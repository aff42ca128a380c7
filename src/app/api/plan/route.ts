import { NextResponse, type NextRequest } from 'next/server'
import { planQuery, planSaveRequest, type PlanReply, type PlanSaveReply } from '@/api/practice'
import { sayIssue } from '@/core/issue'
import { inWorker, TaskError } from '@/jobs/pool'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { savePlanSettings } from '@/store/practice'
import { answering } from '../answer'
import { jsonOf } from '../body'

const reply = (body: PlanReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** The plan of the class as it stands today. */
export const GET = answering(async (request: NextRequest) => {
  const wanted = planQuery.safeParse(Object.fromEntries(request.nextUrl.searchParams))
  if (!wanted.success) return reply({ ok: false, problem: 'The day is missing, or is none.' }, 400)
  try {
    return reply(await inWorker({ kind: 'plan', today: wanted.data.today }))
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return reply({ ok: false, problem: e.message }, 503)
  }
})

/** What the plan is made from; a newer one is never overwritten unseen. */
export const PUT = answering(async (request: NextRequest) => {
  const body = planSaveRequest.safeParse(await jsonOf(request))
  const saved = (answer: PlanSaveReply, status: number) => NextResponse.json(answer, { status })
  if (!body.success) return saved({ ok: false, problem: sayIssue(body.error) }, 400)
  const db = await database()
  const done = await savePlanSettings(db, (await theClass(db)).id, body.data.base, body.data.settings)
  return done.ok
    ? saved({ ok: true, version: done.version }, 200)
    : saved({ ok: false, problem: 'The plan was changed in another window. Load the page again; nothing was overwritten.' }, 409)
})
