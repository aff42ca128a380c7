import type { PinsReply } from '@/api/pins'
import { inWorker } from '@/jobs/pool'
import { fresh, inClass } from '../../../answer'

/** What the pins of the class's pieces say of its ways: worked out anew each time it is asked. */
export const GET = inClass(async ({ klass }) =>
  fresh({ ok: true, ...(await inWorker({ kind: 'pins', of: klass.id })) } satisfies PinsReply),
)
