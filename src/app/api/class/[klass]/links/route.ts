import type { NextRequest } from 'next/server'
import type { Knex } from 'knex'
import { linksReply, linksRequest, type LinksReply } from '@/api/student'
import { sayIssue } from '@/core/issue'
import { DAY_MS } from '@/core/plan/calendar'
import { FROM_DOOR } from '@/server/address'
import { now } from '@/store/clock'
import { giveLinks, linksOf } from '@/store/links'
import { fresh, inClass } from '../../../answer'
import { jsonOf } from '../../../body'

const refuse = (problem: string, status: number) => fresh({ ok: false, problem } satisfies LinksReply, status)

/** The links of a class that work, and where phones reach them. */
async function standing(db: Knex, request: NextRequest, of: string) {
  const origins = (request.headers.get(FROM_DOOR.reach) ?? '').split(' ').filter(Boolean)
  return fresh(linksReply.parse({ ok: true, links: await linksOf(db, of, now()), origins }))
}

export const GET = inClass(({ db, request, klass }) => standing(db, request, klass.id))

/** How long a link may work, in days. */
const LONGEST = 400

/** Gives students links until the end of a day; what they had before is withdrawn. */
export const POST = inClass(async ({ db, request, klass }) => {
  const body = linksRequest.safeParse(await jsonOf(request, 20_000))
  if (!body.success) return refuse(sayIssue(body.error), 400)
  const { students, until } = body.data
  // To the end of the day wherever one lives: twelve hours behind is the last place where it is still that day.
  const end = Date.parse(`${until}T23:59:59Z`) + DAY_MS / 2
  if (end <= now()) return refuse(`${until} is in the past. Choose a later day.`, 400)
  if (end > now() + LONGEST * DAY_MS) return refuse(`A link works for ${LONGEST} days at most.`, 400)
  const made = await giveLinks(db, klass.id, students, end, now())
  return made ? standing(db, request, klass.id) : refuse('One of these students is no longer in this class. Reload the page.', 404)
})
