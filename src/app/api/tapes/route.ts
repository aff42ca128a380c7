import { type NextRequest } from 'next/server'
import { stripsQuery } from '@/api/tapes'
import { sayIssue } from '@/core/issue'
import { stripPages, stripSheet } from '@/core/tapes/strip'
import { PAPERS } from '@/engrave/toolkit'
import { stripFor } from '@/formats/strips'
import { stripSvg } from '@/formats/stripSvg'
import { inWorker, TaskError } from '@/jobs/pool'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { now } from '@/store/clock'
import { answering } from '../answer'
import { attachment } from '../attachment'

/** Strips for the fingerboard as a file, true to scale. */
export const GET = answering(async (request: NextRequest) => {
  const wanted = stripsQuery.safeParse(Object.fromEntries(request.nextUrl.searchParams))
  if (!wanted.success) return new Response(`The strips cannot be made: ${sayIssue(wanted.error)}`, { status: 400 })
  const { as, paper, strips } = wanted.data
  const { talk } = (await theClass(await database())).settings
  const made = strips.map((s) => stripFor(s, talk.tapes))
  if (made.some((s) => s.markers.length === 0))
    return new Response('A strip has no tape on it: choose a frame and a position.', { status: 400 })
  if (as === 'svg') return attachment('tapes.svg', new TextEncoder().encode(stripSvg(stripSheet(made))), 'image/svg+xml')
  const { width, height } = PAPERS[paper]
  try {
    const pages = stripPages(made, { width: width / 10, height: height / 10 })
    return attachment('tapes.pdf', await inWorker({ kind: 'strips', pages, now: now() }), 'application/pdf')
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return new Response(`The file could not be made. ${e.message}`, { status: 503 })
  }
})
