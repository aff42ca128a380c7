import { standQuery, type StandReply } from '@/api/handOut'
import { inWorker } from '@/jobs/pool'
import { fresh, gone, NO_SEAT, ofPiece, searchOf } from '../../../../../answer'

/** A part in systems as wide as the screen that asks, engraved in the worker. */
export const GET = ofPiece(async ({ request, klass, head }) => {
  const systems = await inWorker({ kind: 'systems', of: klass.id, id: head.id, ...standQuery.parse(searchOf(request)) })
  return systems ? fresh({ ok: true, systems } satisfies StandReply) : gone(NO_SEAT)
})
