import { planFileQuery } from '@/api/practice'
import { planCsv } from '@/formats/planFile'
import { planIcs } from '@/formats/planIcs'
import { inWorker } from '@/jobs/pool'
import { now } from '@/store/clock'
import { fresh, inClass, searchOf } from '../../../../answer'
import { attachment } from '../../../../attachment'

/** The plan of the class as a file: a table, or entries of a calendar. */
export const GET = inClass(async ({ request, klass }) => {
  const wanted = planFileQuery.safeParse(searchOf(request))
  const refuse = (problem: string, status: number) => fresh({ ok: false, problem }, status)
  if (!wanted.success) return refuse('The day is missing, or the file type is not csv or ics.', 400)
  const plan = await inWorker({ kind: 'plan', of: klass.id, today: wanted.data.today })
  if (!plan.ok) return refuse(plan.problem, 503)
  return wanted.data.as === 'csv'
    ? attachment('practice-plan.csv', planCsv(plan.days), 'text/csv; charset=utf-8')
    : attachment('practice-plan.ics', planIcs(plan.days, now()), 'text/calendar; charset=utf-8')
})
