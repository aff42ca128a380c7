import { NextResponse, type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { inWorker, TaskError } from '@/jobs/pool'
import { sheetQuery, type SheetReply } from '@/api/handOut'
import { now } from '@/store/clock'
import { answering } from '../../../answer'

const reply = (body: SheetReply, status = 200) => NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** A sheet as pages, engraved in the worker. */
export const GET = answering(async (request: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  const wanted = sheetQuery.parse(Object.fromEntries(request.nextUrl.searchParams))
  if (!id.success) return reply({ ok: false, problem: 'There is no such piece.' }, 404)
  try {
    const sheet = await inWorker({ kind: 'sheet', id: id.data, ...wanted, now: now() })
    return sheet ? reply({ ok: true, sheet }) : reply({ ok: false, problem: 'There is no such piece, or no such seat in the class.' }, 404)
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return reply({ ok: false, problem: e.message }, 503)
  }
})
