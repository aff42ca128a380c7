import '@/core/jitless'
import * as z from 'zod/mini'
import { policySchema } from '@/core/fingering/policy.schema'
import { STEP_IDS } from '@/core/instruments/instrument'

/** What the pins of the class's pieces say of its ways; see core/balance/pinsSay.ts. */
const countOf = z.int().check(z.minimum(0), z.maximum(1_000_000))
export const pinsReply = z.discriminatedUnion('ok', [
  z.object({
    ok: z.literal(true),
    pins: countOf,
    pieces: countOf,
    needless: countOf,
    best: z.nullable(
      z.object({
        way: z.discriminatedUnion('kind', [
          z.object({
            kind: z.literal('decision'),
            key: z.keyof(policySchema),
            value: z.union([z.string().check(z.maxLength(40)), z.boolean()]),
          }),
          z.object({ kind: z.literal('step'), step: z.enum(STEP_IDS) }),
        ]),
        needless: countOf,
        others: countOf,
      }),
    ),
  }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type PinsReply = z.infer<typeof pinsReply>
