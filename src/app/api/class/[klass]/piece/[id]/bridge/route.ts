import { inWorker } from '@/jobs/pool'
import { fresh, ofPiece } from '../../../../../answer'

/** The drills of a piece that lead to what is new in it. */
export const GET = ofPiece(async ({ klass, head }) => {
  const bridge = await inWorker({ kind: 'bridge', of: klass.id, piece: head.id })
  return fresh(bridge, bridge.ok ? 200 : 404)
})
