import type { KeptReply } from '@/api/practice'
import { inWorker } from '@/jobs/pool'
import { dropHandout } from '@/store/handouts'
import { fresh, gone, ofRow } from '../../../../answer'

const NONE = 'That print doesn’t exist any more.'

/** What the piece has otherwise today than when it was printed. */
export const GET = ofRow(async ({ klass, id }) => {
  const differs = await inWorker({ kind: 'differs', of: klass.id, handout: id })
  return fresh(differs, differs.ok ? 200 : 404)
}, NONE)

/** Throws a hand-out away. */
export const DELETE = ofRow(
  async ({ db, klass, id }) => ((await dropHandout(db, klass.id, id)) ? fresh({ ok: true } satisfies KeptReply) : gone(NONE)),
  NONE,
)
