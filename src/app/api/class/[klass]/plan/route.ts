import { planSaveRequest, type PlanSaveReply } from '@/api/practice'
import { sayIssue } from '@/core/issue'
import { inWorker } from '@/jobs/pool'
import { savePlanSettings } from '@/store/practice'
import { fresh, inClass } from '../../../answer'
import { jsonOf } from '../../../body'
import { asked } from './asked'

/** The plan of the class as it stands today. */
export const GET = asked((of, today) => inWorker({ kind: 'plan', of, today }))

/** What the plan is made from; a newer one is never overwritten unseen. */
export const PUT = inClass(async ({ request, db, klass }) => {
  const body = planSaveRequest.safeParse(await jsonOf(request))
  const saved = (answer: PlanSaveReply, status: number) => fresh(answer, status)
  if (!body.success) return saved({ ok: false, problem: sayIssue(body.error) }, 400)
  const done = await savePlanSettings(db, klass.id, body.data.base, body.data.settings)
  return done.ok
    ? saved({ ok: true, version: done.version }, 200)
    : saved({ ok: false, problem: 'The plan was changed in another window. Nothing was overwritten. Reload the page.' }, 409)
})
