import { NextResponse } from 'next/server'
import type { Knex } from 'knex'
import { sayIssue } from '@/core/issue'
import { retitled } from '@/core/piece/edit'
import type { Piece } from '@/core/piece/piece'
import { retitledSource } from '@/formats/source'
import { now } from '@/store/clock'
import { getPiece, savePiece, type PieceChange, type PieceHead } from '@/store/pieces'
import { saveRequest } from '@/api/saving'
import { type SaveReply } from '@/api/saved'
import { ofPiece } from '../../../../answer'
import { jsonOf } from '../../../../body'

const reply = (body: SaveReply, status: number) => NextResponse.json(body, { status })

/** What the save changes besides the plan: moved notes have no text of their own until they are written again. */
async function changes(db: Knex, of: string, head: PieceHead, title: string, notes: Piece | null): Promise<PieceChange | null> {
  if (notes) return { piece: retitled(notes, title), source: { name: head.sourceName, text: '' } }
  // The notes are read only where they are to be changed.
  if (title === head.title) return {}
  const stored = await getPiece(db, of, head.id)
  return stored && { piece: retitled(stored.piece, title), source: retitledSource(stored.source, title) }
}

/** Autosave of a desk: its plan, the title of its piece, its notes when they were moved to another key. */
export const PUT = ofPiece(async ({ request, db, klass, head }) => {
  const body = saveRequest.safeParse(await jsonOf(request))
  if (!body.success) return NextResponse.json({ error: sayIssue(body.error) }, { status: 400 })
  const { base, by, seq, plan, title, notes, said } = body.data
  const change = await changes(db, klass.id, head, title, notes)
  if (!change) return reply({ ok: false, reason: 'gone', version: 0 }, 404)
  // What is read here is written only if no other save comes between: the version guards both.
  const saved = await savePiece(db, klass.id, head.id, base, { plan, by, seq, said, ...change }, now())
  return saved.ok ? reply(saved, 200) : reply(saved, saved.reason === 'gone' ? 404 : 409)
})
