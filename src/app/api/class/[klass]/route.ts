import { NextResponse } from 'next/server'
import { classSaveRequest } from '@/api/saving'
import { type SaveReply } from '@/api/saved'
import { sayIssue } from '@/core/issue'
import { saveClass } from '@/store/classes'
import { inClass } from '../../answer'
import { jsonOf } from '../../body'

const reply = (body: SaveReply, status: number) => NextResponse.json(body, { status })

/** Autosave of a page that changes the class. */
export const PUT = inClass(async ({ request, db, klass }) => {
  const body = classSaveRequest.safeParse(await jsonOf(request))
  if (!body.success) return NextResponse.json({ error: sayIssue(body.error) }, { status: 400 })
  const { base, ...change } = body.data
  const saved = await saveClass(db, klass.id, base, change)
  return saved.ok ? reply(saved, 200) : reply(saved, saved.reason === 'gone' ? 404 : 409)
})
