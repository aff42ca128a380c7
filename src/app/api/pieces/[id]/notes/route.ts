import { NextResponse, type NextRequest } from 'next/server'
import * as z from 'zod/mini'
import { carryPins } from '@/core/seats/carry'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { getPiece, savePiece } from '@/store/pieces'
import { notesRequest, type NotesReply, type SaveReply } from '@/api/protocol'
import { answering } from '../../../answer'
import { jsonOf } from '../../../body'
import { sayIssue } from '@/core/issue'

const reply = (body: SaveReply, status: number) => NextResponse.json(body, { status })

/** The notes of a piece, to be laid beside another's. */
export const GET = answering(async (_: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  const stored = id.success ? await getPiece(await database(), id.data) : null
  const body: NotesReply = stored ? { ok: true, piece: stored.piece } : { ok: false, problem: 'There is no such piece any more.' }
  return NextResponse.json(body, { status: stored ? 200 : 404, headers: { 'cache-control': 'no-store' } })
})

/** Autosave of the notes of a piece; pins stay on the notes that stay. */
export const PUT = answering(async (request: NextRequest, context: { params: Promise<{ id: string }> }) => {
  const id = z.uuid().safeParse((await context.params).id)
  if (!id.success) return reply({ ok: false, reason: 'gone', version: 0 }, 404)
  const body = notesRequest.safeParse(await jsonOf(request))
  if (!body.success) return NextResponse.json({ error: sayIssue(body.error) }, { status: 400 })
  const { base, by, seq, piece, text, pinsBy, said } = body.data
  const db = await database()
  const before = await getPiece(db, id.data)
  if (!before) return reply({ ok: false, reason: 'gone', version: 0 }, 404)
  const { plan, lifted } = carryPins(before.piece, piece, before.plan, pinsBy)
  const saved = await savePiece(db, id.data, base, { piece, plan, by, seq, said, source: { name: before.source.name, text } }, now())
  return saved.ok ? reply({ ...saved, lifted }, 200) : reply(saved, saved.reason === 'gone' ? 404 : 409)
})
