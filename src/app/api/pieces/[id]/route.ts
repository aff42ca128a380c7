import { NextResponse, type NextRequest } from 'next/server'
import { z } from 'zod'
import { retitled } from '@/core/piece/edit'
import { retitledSource } from '@/formats/source'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { getPiece, savePiece } from '@/store/pieces'
import { saveRequest, type SaveReply } from '@/ui/desk/protocol'
import { jsonOf } from '../../body'

const reply = (body: SaveReply, status: number) => NextResponse.json(body, { status })

/** Autosave of a desk: its plan and the title of its piece. */
export async function PUT(request: NextRequest, context: { params: Promise<{ id: string }> }) {
  const id = z.uuid().safeParse((await context.params).id)
  if (!id.success) return reply({ ok: false, reason: 'gone', version: 0 }, 404)
  const body = saveRequest.safeParse(await jsonOf(request))
  if (!body.success) return NextResponse.json({ error: body.error.issues[0].message }, { status: 400 })
  const { base, plan, title } = body.data
  const db = await database()
  const stored = await getPiece(db, id.data)
  if (!stored) return reply({ ok: false, reason: 'gone', version: 0 }, 404)
  // What is read here is written only if no other save comes between: the version guards both.
  const renamed = title === stored.piece.title ? {} : { piece: retitled(stored.piece, title), source: retitledSource(stored.source, title) }
  const saved = await savePiece(db, id.data, base, { plan, ...renamed }, now())
  return saved.ok ? reply(saved, 200) : reply(saved, saved.reason === 'gone' ? 404 : 409)
}
