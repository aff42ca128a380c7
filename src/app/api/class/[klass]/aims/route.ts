import { aimRequest, type KeptReply } from '@/api/practice'
import { sayIssue } from '@/core/issue'
import { addAim } from '@/store/practice'
import { fresh, gone, inClass, NO_PIECE } from '../../../answer'
import { jsonOf } from '../../../body'

/** Keeps a try; sent twice it is kept once. */
export const POST = inClass(async ({ request, db, klass }) => {
  const body = aimRequest.safeParse(await jsonOf(request))
  if (!body.success) return fresh({ ok: false, problem: sayIssue(body.error) } satisfies KeptReply, 400)
  return (await addAim(db, klass.id, body.data)) ? fresh({ ok: true } satisfies KeptReply) : gone(NO_PIECE)
})
