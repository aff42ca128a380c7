import { NextResponse, type NextRequest } from 'next/server'
import { answersRequest, type AnswersReply } from '@/api/training'
import { sayIssue } from '@/core/issue'
import { addAnswers } from '@/store/answers'
import { classById, theClass } from '@/store/classes'
import { database } from '@/store/database'
import { answering } from '../answer'
import { jsonOf } from '../body'

const reply = (body: AnswersReply, status = 200) => NextResponse.json(body, { status })

/** Keeps answers of the seats of a class; sent twice they are kept once. */
export const POST = answering(async (request: NextRequest) => {
  const body = answersRequest.safeParse(await jsonOf(request))
  if (!body.success) return reply({ ok: false, problem: sayIssue(body.error) }, 400)
  const db = await database()
  const klass = body.data.class === undefined ? await theClass(db) : await classById(db, body.data.class)
  if (!klass) return reply({ ok: false, problem: 'The class is not there any more; nothing was kept.' }, 404)
  await addAnswers(db, klass.id, body.data.answers)
  return reply({ ok: true, kept: body.data.answers.map((a) => a.id) })
})
