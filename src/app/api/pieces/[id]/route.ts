import { NextResponse, type NextRequest } from 'next/server'
import { z } from 'zod'
import { retitled } from '@/core/piece/edit'
import type { Piece } from '@/core/piece/piece'
import { retitledSource } from '@/formats/source'
import { now } from '@/store/clock'
import { database } from '@/store/database'
import { getPiece, savePiece, type Change, type StoredPiece } from '@/store/pieces'
import { saveRequest, type SaveReply } from '@/ui/desk/protocol'
import { jsonOf } from '../../body'

const reply = (body: SaveReply, status: number) => NextResponse.json(body, { status })

/** What the save changes besides the plan: moved notes have no text of their own until they are written again. */
function changes({ piece, source }: StoredPiece, title: string, notes: Piece | null): Change {
  if (notes) return { piece: retitled(notes, title), source: { ...source, text: '' } }
  return title === piece.title ? {} : { piece: retitled(piece, title), source: retitledSource(source, title) }
}

/** Autosave of a desk: its plan, the title of its piece, its notes when they were moved to another key. */
export async function PUT(request: NextRequest, context: { params: Promise<{ id: string }> }) {
  const id = z.uuid().safeParse((await context.params).id)
  if (!id.success) return reply({ ok: false, reason: 'gone', version: 0 }, 404)
  const body = saveRequest.safeParse(await jsonOf(request))
  if (!body.success) return NextResponse.json({ error: body.error.issues[0].message }, { status: 400 })
  const { base, plan, title, notes } = body.data
  const db = await database()
  const stored = await getPiece(db, id.data)
  if (!stored) return reply({ ok: false, reason: 'gone', version: 0 }, 404)
  // What is read here is written only if no other save comes between: the version guards both.
  const saved = await savePiece(db, id.data, base, { plan, ...changes(stored, title, notes) }, now())
  return saved.ok ? reply(saved, 200) : reply(saved, saved.reason === 'gone' ? 404 : 409)
}
