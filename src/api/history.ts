import '@/core/jitless'
import * as z from 'zod/mini'
import { versionNumber } from '@/core/bounds.schema'

export const historyQuery = z.object({ version: z.catch(z.optional(z.pipe(z.coerce.number(), versionNumber)), undefined) })
