import { inWorker } from '@/jobs/pool'
import { asked } from '../asked'

/** The plan for the class and for each of its seats, to be printed. */
export const GET = asked((today) => inWorker({ kind: 'planSheets', today }))
