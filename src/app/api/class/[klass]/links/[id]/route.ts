import type { KeptReply } from '@/api/practice'
import { now } from '@/store/clock'
import { withdrawLink } from '@/store/links'
import { fresh, gone, ofRow } from '../../../../answer'

const NONE = 'That link doesn’t exist, or you took it back before.'

/** Takes a link back for good. */
export const DELETE = ofRow(
  async ({ db, klass, id }) => ((await withdrawLink(db, klass.id, id, now())) ? fresh({ ok: true } satisfies KeptReply) : gone(NONE)),
  NONE,
)
