import { answersRequest, type AnswersReply } from '@/api/training'
import { sayIssue } from '@/core/issue'
import { addAnswers } from '@/store/answers'
import { now } from '@/store/clock'
import { fresh, inClass } from '../../../answer'
import { jsonOf } from '../../../body'

/** Keeps answers of the seats of a class; sent twice they are kept once. */
export const POST = inClass(async ({ request, db, klass }) => {
  const body = answersRequest.safeParse(await jsonOf(request))
  if (!body.success) return fresh({ ok: false, problem: sayIssue(body.error) } satisfies AnswersReply, 400)
  await addAnswers(db, klass.id, body.data.answers, now())
  return fresh({ ok: true, kept: body.data.answers.map((a) => a.id) } satisfies AnswersReply)
})
