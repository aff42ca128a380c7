import { stripsQuery } from '@/api/tapes'
import { sayIssue } from '@/core/issue'
import { stripPages, stripSheet } from '@/core/tapes/strip'
import { PAPERS } from '@/engrave/toolkit'
import { stripFor } from '@/formats/strips'
import { stripSvg } from '@/formats/stripSvg'
import { inWorker } from '@/jobs/pool'
import { now } from '@/store/clock'
import { inClass, searchOf } from '../../../answer'
import { attachment } from '../../../attachment'

/** Strips for the fingerboard as a file, true to scale, with the tapes of the class. */
export const GET = inClass(async ({ request, klass }) => {
  const wanted = stripsQuery.safeParse(searchOf(request))
  if (!wanted.success) return new Response(`We can’t make the strips: ${sayIssue(wanted.error)}`, { status: 400 })
  const { as, paper, strips } = wanted.data
  const made = strips.map((s) => stripFor(s, klass.settings.talk.tapes))
  if (made.some((s) => s.markers.length === 0))
    return new Response('A strip has no tape on it. Choose a finger pattern and a position.', { status: 400 })
  if (as === 'svg') return attachment('tapes.svg', new TextEncoder().encode(stripSvg(stripSheet(made))), 'image/svg+xml')
  const { width, height } = PAPERS[paper]
  const pages = stripPages(made, { width: width / 10, height: height / 10 })
  return attachment('tapes.pdf', await inWorker({ kind: 'strips', pages, now: now() }), 'application/pdf')
}, 'text')
