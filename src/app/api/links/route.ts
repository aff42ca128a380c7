import { NextResponse, type NextRequest } from 'next/server'
import { linksQuery, linksReply, linksRequest, type LinksReply } from '@/api/student'
import { sayIssue } from '@/core/issue'
import { FROM_DOOR } from '@/server/address'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { giveLinks, linksOf } from '@/store/links'
import { answering } from '../answer'
import { jsonOf } from '../body'

const reply = (body: LinksReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** The links of a class that work, and where phones reach them. */
async function standing(request: NextRequest, of: string) {
  const origins = (request.headers.get(FROM_DOOR.reach) ?? '').split(' ').filter(Boolean)
  const links = await linksOf(await database(), of, now())
  return reply(linksReply.parse({ ok: true, links, origins }))
}

export const GET = answering(async (request: NextRequest) => {
  const wanted = linksQuery.safeParse(Object.fromEntries(request.nextUrl.searchParams))
  return wanted.success ? standing(request, wanted.data.of) : reply({ ok: false, problem: 'Which class is meant was not said.' }, 400)
})

/** How long a link may work, in days. */
const LONGEST = 400
const DAY_MS = 86_400_000

/** Gives students links until the end of a day; what they had before is withdrawn. */
export const POST = answering(async (request: NextRequest) => {
  const body = linksRequest.safeParse(await jsonOf(request, 20_000))
  if (!body.success) return reply({ ok: false, problem: sayIssue(body.error) }, 400)
  const { class: of, students, until } = body.data
  // To the end of the day wherever one lives: twelve hours behind is the last place where it is still that day.
  const end = Date.parse(`${until}T23:59:59Z`) + DAY_MS / 2
  if (end <= now()) return reply({ ok: false, problem: `${until} is over; give a day that comes.` }, 400)
  if (end > now() + LONGEST * DAY_MS) return reply({ ok: false, problem: `A link works for ${LONGEST} days at most.` }, 400)
  const made = await giveLinks(await database(), of, students, end, now())
  return made ? standing(request, of) : reply({ ok: false, problem: 'A student is not in this class any more. Load the page again.' }, 404)
})
