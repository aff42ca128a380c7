import { NextResponse, type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { inWorker, TaskError } from '@/jobs/pool'
import { printQuery } from '@/api/protocol'
import type { PartReply } from '@/api/protocol'
import { answering } from '../../../answer'

const reply = (body: PartReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** A seat's part as pages, engraved in the worker. */
export const GET = answering(async (request: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  const wanted = printQuery.parse(Object.fromEntries(request.nextUrl.searchParams))
  if (!id.success) return reply({ ok: false, problem: 'There is no such piece.' }, 404)
  try {
    const part = await inWorker({ kind: 'pages', id: id.data, ...wanted })
    return part ? reply({ ok: true, part }) : reply({ ok: false, problem: 'There is no such piece.' }, 404)
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return reply({ ok: false, problem: e.message }, 503)
  }
})
