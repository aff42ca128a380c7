import { NextResponse } from 'next/server'
import * as z from 'zod/mini'
import type { DiffersReply } from '@/api/handouts'
import type { KeptReply } from '@/api/practice'
import { inWorker, TaskError } from '@/jobs/pool'
import { database } from '@/store/database'
import { dropHandout } from '@/store/handouts'
import { answering } from '../../answer'

type Context = { params: Promise<{ id: string }> }
const reply = (body: DiffersReply | KeptReply, status = 200) =>
  NextResponse.json(body, { status, headers: { 'cache-control': 'no-store' } })

/** What the piece has otherwise today than when it was printed. */
export const GET = answering(async (_request: Request, { params }: Context) => {
  const id = z.uuid().safeParse((await params).id)
  if (!id.success) return reply({ ok: false, problem: 'There is no such hand-out.' }, 404)
  try {
    const differs = await inWorker({ kind: 'differs', handout: id.data })
    return reply(differs, differs.ok ? 200 : 404)
  } catch (e) {
    if (!(e instanceof TaskError)) throw e
    return reply({ ok: false, problem: e.message }, 503)
  }
})

/** Throws a hand-out away. */
export const DELETE = answering(async (_request: Request, { params }: Context) => {
  const id = z.uuid().safeParse((await params).id)
  const done = id.success && (await dropHandout(await database(), id.data))
  return done ? reply({ ok: true }) : reply({ ok: false, problem: 'There is no such hand-out any more.' }, 404)
})
