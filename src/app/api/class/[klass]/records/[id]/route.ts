import type { KeptReply } from '@/api/practice'
import { takeOut } from '@/store/practice'
import { fresh, ofRow } from '../../../../answer'

/** Takes a record out again; one that is not there any more is out. */
export const DELETE = ofRow(async ({ db, klass, id }) => {
  await takeOut(db, klass.id, 'records', id)
  return fresh({ ok: true } satisfies KeptReply)
}, 'That record doesn’t exist.')
