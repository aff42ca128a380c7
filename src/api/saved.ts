import '@/core/jitless'
import * as z from 'zod/mini'

/**
 * What came of it: the new version (and how many pins were lifted with their notes), or why nothing
 * was written: which version stands, or what is wrong with the place where everything is kept. */
export const saveReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), version: z.int(), lifted: z.optional(z.int()) }),
  z.discriminatedUnion('reason', [
    z.object({ ok: z.literal(false), reason: z.enum(['newer', 'gone']), version: z.int() }),
    z.object({ ok: z.literal(false), reason: z.literal('trouble'), problem: z.string() }),
  ]),
])
export type SaveReply = z.infer<typeof saveReply>
