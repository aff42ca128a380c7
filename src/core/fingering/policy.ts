import { z } from 'zod'
import { BASS_SCHOOLS } from '../hands/schools'

/** Open string or 4: open whenever there is one · by cost · 4 wherever it can be. */
export const FOURTH = ['open', 'auto', 'always'] as const

/** What the teacher has decided for the whole class, whatever the note. */
export const policySchema = z.object({ fourth: z.enum(FOURTH), bassSchool: z.enum(BASS_SCHOOLS) })
export type Policy = Readonly<z.infer<typeof policySchema>>

/**
 * The default: open or 4 by cost (in tune and easy unless it breaks a slur), and the bass in 1-2-4, which most school
 * methods teach.
 */
export const DEFAULT_POLICY: Policy = { fourth: 'auto', bassSchool: '1-2-4' }
