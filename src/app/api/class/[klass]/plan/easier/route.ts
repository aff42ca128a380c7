import { inWorker } from '@/jobs/pool'
import { asked } from '../asked'

/** Whether a plan that does not fit would with a piece in an easier key. */
export const GET = asked((of, today) => inWorker({ kind: 'easier', of, today }))
