import { NextResponse, type NextRequest } from 'next/server'
import { saveClass, theClass } from '@/store/classes'
import { database } from '@/store/database'
import { classSaveRequest, type SaveReply } from '@/api/protocol'
import { answering } from '../answer'
import { jsonOf } from '../body'
import { sayIssue } from '@/core/issue'

const reply = (body: SaveReply, status: number) => NextResponse.json(body, { status })

/** Autosave of the class page; `of`: the class that it shows. */
export const PUT = answering(async (request: NextRequest) => {
  const body = classSaveRequest.safeParse(await jsonOf(request))
  if (!body.success) return NextResponse.json({ error: sayIssue(body.error) }, { status: 400 })
  const { base, ...change } = body.data
  const db = await database()
  // Said by the page: another window may have opened another class meanwhile.
  const of = request.nextUrl.searchParams.get('of') ?? (await theClass(db)).id
  const saved = await saveClass(db, of, base, change)
  return saved.ok ? reply(saved, 200) : reply(saved, saved.reason === 'gone' ? 404 : 409)
})
