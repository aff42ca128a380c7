import { NextResponse, type NextRequest } from 'next/server'
import type { StandReply } from '@/api/handOut'
import { ownQuery } from '@/api/student'
import { pupilWords } from '@/core/words/pupil'
import { followedBy } from '@/app/s/followed'
import { inWorker } from '@/jobs/pool'
import { answering } from '../../../../answer'

const reply = (body: StandReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** A student's part in systems as wide as their screen. */
export const GET = answering(async (request: NextRequest, { params }: { params: Promise<{ token: string; id: string }> }) => {
  const to = await followedBy(params)
  if (!to) return reply({ ok: false, problem: pupilWords().notHere }, 404)
  const systems = await inWorker({ kind: 'own', ...to.who, ...ownQuery.parse(Object.fromEntries(request.nextUrl.searchParams)) })
  return systems ? reply({ ok: true, systems }) : reply({ ok: false, problem: pupilWords(to).notHere }, 404)
})
