import { z } from 'zod'
import { planSchema } from '@/core/seats/plan'

/** A save: plan and title, and the version that they were made on. */
export const saveRequest = z.object({ base: z.int().min(1), plan: planSchema, title: z.string().trim().min(1).max(200) })

/** What came of it: the new version, or why nothing was written and which version stands. */
export const saveReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), version: z.int() }),
  z.object({ ok: z.literal(false), reason: z.enum(['newer', 'gone']), version: z.int() }),
])
export type SaveReply = z.infer<typeof saveReply>
