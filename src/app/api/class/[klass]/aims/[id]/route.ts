import type { KeptReply } from '@/api/practice'
import { takeOut } from '@/store/practice'
import { fresh, ofRow } from '../../../../answer'

/** Takes a try out again; one that is not there any more is out. */
export const DELETE = ofRow(async ({ db, klass, id }) => {
  await takeOut(db, klass.id, 'aims', id)
  return fresh({ ok: true } satisfies KeptReply)
}, 'That try doesn’t exist.')
