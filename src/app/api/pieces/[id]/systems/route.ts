import { NextResponse, type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { standQuery, type StandReply } from '@/api/handOut'
import { inWorker, TaskError } from '@/jobs/pool'
import { answering } from '../../../answer'

const reply = (body: StandReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** A part in systems as wide as the screen that asks, engraved in the worker. */
export const GET = answering(async (request: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  if (!id.success) return reply({ ok: false, problem: 'There is no such piece.' }, 404)
  const wanted = standQuery.parse(Object.fromEntries(request.nextUrl.searchParams))
  try {
    const systems = await inWorker({ kind: 'systems', id: id.data, ...wanted })
    return systems
      ? reply({ ok: true, systems })
      : reply({ ok: false, problem: 'There is no such piece, or no such seat in the class.' }, 404)
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return reply({ ok: false, problem: e.message }, 503)
  }
})
