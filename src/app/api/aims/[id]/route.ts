import { NextResponse, type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import type { KeptReply } from '@/api/practice'
import { database } from '@/store/database'
import { takeOut } from '@/store/practice'
import { answering } from '../../answer'

/** Takes a try out again. */
export const DELETE = answering(async (_: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  if (id.success) await takeOut(await database(), 'aims', id.data)
  return NextResponse.json({ ok: true } satisfies KeptReply)
})
