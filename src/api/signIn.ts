import '@/core/jitless'
import * as z from 'zod/mini'

export const signInRequest = z.object({ passphrase: z.string().check(z.maxLength(500)) })
export const signInReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true) }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
