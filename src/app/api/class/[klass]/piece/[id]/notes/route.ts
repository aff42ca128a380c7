import { NextResponse } from 'next/server'
import { carryPins } from '@/core/plan/carry'
import { sayIssue } from '@/core/issue'
import { now } from '@/store/clock'
import { getPiece, savePiece } from '@/store/pieces'
import { notesRequest } from '@/api/saving'
import { type NotesReply } from '@/api/notes'
import { type SaveReply } from '@/api/saved'
import { fresh, gone, NO_PIECE, ofPiece } from '../../../../../answer'
import { jsonOf } from '../../../../../body'

const reply = (body: SaveReply, status: number) => NextResponse.json(body, { status })

/** The notes of a piece, to be laid beside another's. */
export const GET = ofPiece(async ({ db, klass, head }) => {
  const stored = await getPiece(db, klass.id, head.id)
  return stored ? fresh({ ok: true, piece: stored.piece } satisfies NotesReply) : gone(NO_PIECE)
})

/** Autosave of the notes of a piece; pins stay on the notes that stay. */
export const PUT = ofPiece(async ({ request, db, klass, head }) => {
  const body = notesRequest.safeParse(await jsonOf(request))
  if (!body.success) return NextResponse.json({ error: sayIssue(body.error) }, { status: 400 })
  const { base, by, seq, piece, text, pinsBy, said } = body.data
  const before = await getPiece(db, klass.id, head.id)
  if (!before) return reply({ ok: false, reason: 'gone', version: 0 }, 404)
  const { plan, lifted } = carryPins(before.piece, piece, before.plan, pinsBy)
  const change = { piece, plan, by, seq, said, source: { name: before.source.name, text } }
  const saved = await savePiece(db, klass.id, head.id, base, change, now())
  return saved.ok ? reply({ ...saved, lifted }, 200) : reply(saved, saved.reason === 'gone' ? 404 : 409)
})
