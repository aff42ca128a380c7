import { termFacts } from '@/jobs/made'
import { fresh, inClass } from '../../../answer'

/** What the pieces of a class's shelf are for its term. */
export const GET = inClass(async ({ db, klass }) => fresh(await termFacts(db, klass)))
