import { NextResponse, type NextRequest } from 'next/server'
import { z } from 'zod'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { savePiece } from '@/store/pieces'
import { saveRequest, type SaveReply } from '@/ui/desk/protocol'

const reply = (body: SaveReply, status: number) => NextResponse.json(body, { status })

/** Autosave of a desk. */
export async function PUT(request: NextRequest, context: { params: Promise<{ id: string }> }) {
  const id = z.uuid().safeParse((await context.params).id)
  if (!id.success) return reply({ ok: false, reason: 'gone', version: 0 }, 404)
  const body = saveRequest.safeParse(await request.json().catch(() => null))
  if (!body.success) return NextResponse.json({ error: body.error.issues[0].message }, { status: 400 })
  const saved = await savePiece(await database(), id.data, body.data.base, { plan: body.data.plan }, now())
  return saved.ok ? reply(saved, 200) : reply(saved, saved.reason === 'gone' ? 404 : 409)
}
