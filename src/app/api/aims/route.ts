import { NextResponse, type NextRequest } from 'next/server'
import { aimRequest, type KeptReply } from '@/api/practice'
import { sayIssue } from '@/core/issue'
import { theClass } from '@/store/classes'
import { database } from '@/store/database'
import { addAim } from '@/store/practice'
import { answering } from '../answer'
import { jsonOf } from '../body'

const reply = (body: KeptReply, status = 200) => NextResponse.json(body, { status })

/** Keeps a try; sent twice it is kept once. */
export const POST = answering(async (request: NextRequest) => {
  const body = aimRequest.safeParse(await jsonOf(request))
  if (!body.success) return reply({ ok: false, problem: sayIssue(body.error) }, 400)
  const db = await database()
  return (await addAim(db, (await theClass(db)).id, body.data))
    ? reply({ ok: true })
    : reply({ ok: false, problem: 'The piece is not there any more.' }, 404)
})
