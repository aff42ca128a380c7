import { NextResponse, type NextRequest } from 'next/server'
import { planSaveRequest, type PlanSaveReply } from '@/api/practice'
import { sayIssue } from '@/core/issue'
import { inWorker } from '@/jobs/pool'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { savePlanSettings } from '@/store/practice'
import { answering } from '../answer'
import { jsonOf } from '../body'
import { asked } from './asked'

/** The plan of the class as it stands today. */
export const GET = asked((today) => inWorker({ kind: 'plan', today }))

/** What the plan is made from; a newer one is never overwritten unseen. */
export const PUT = answering(async (request: NextRequest) => {
  const body = planSaveRequest.safeParse(await jsonOf(request))
  const saved = (answer: PlanSaveReply, status: number) => NextResponse.json(answer, { status })
  if (!body.success) return saved({ ok: false, problem: sayIssue(body.error) }, 400)
  const db = await database()
  const done = await savePlanSettings(db, body.data.class ?? (await theClass(db)).id, body.data.base, body.data.settings)
  return done.ok
    ? saved({ ok: true, version: done.version }, 200)
    : saved({ ok: false, problem: 'The plan was changed in another window. Load the page again; nothing was overwritten.' }, 409)
})
