import { sheetQuery, type SheetReply } from '@/api/handOut'
import { inWorker } from '@/jobs/pool'
import { now } from '@/store/clock'
import { fresh, gone, NO_SEAT, ofPiece, searchOf } from '../../../../../answer'

/** A sheet as pages, engraved in the worker. */
export const GET = ofPiece(async ({ request, klass, head }) => {
  const sheet = await inWorker({ kind: 'sheet', of: klass.id, id: head.id, ...sheetQuery.parse(searchOf(request)), now: now() })
  return sheet ? fresh({ ok: true, sheet } satisfies SheetReply) : gone(NO_SEAT)
})
