import { inWorker } from '@/jobs/pool'
import { asked } from '../asked'

/** The plan for the class and for each of its seats, to be printed. */
export const GET = asked((of, today) => inWorker({ kind: 'planSheets', of, today }))
