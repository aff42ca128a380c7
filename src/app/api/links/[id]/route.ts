import { NextResponse, type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import type { KeptReply } from '@/api/practice'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { withdrawLink } from '@/store/links'
import { answering } from '../../answer'

const reply = (body: KeptReply, status = 200) => NextResponse.json(body, { status })

/** Takes a link back for good. */
export const DELETE = answering(async (_request: NextRequest, { params }: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await params).id)
  const done = id.success && (await withdrawLink(await database(), id.data, now()))
  return done ? reply({ ok: true }) : reply({ ok: false, problem: 'There is no such link, or it was withdrawn before.' }, 404)
})
