import { z } from 'zod'
import { pieceSchema } from '@/core/piece/piece'
import { planSchema } from '@/core/seats/plan'
import { LIMITS } from '@/formats/limits'

/** Pieces that go on the shelf together; the file they came in is sent beside them. */
export const bringRequest = z
  .array(z.object({ piece: pieceSchema, text: z.string().max(LIMITS.text).optional(), plan: planSchema.optional() }))
  .min(1)
  .max(LIMITS.entries)
export type BringRequest = z.infer<typeof bringRequest>

/** What a request may weigh in all, in bytes: a file at its limit and its pieces. */
export const MOST_REQUEST = 48_000_000

export const bringReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), added: z.array(z.object({ id: z.string(), title: z.string() })) }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type BringReply = z.infer<typeof bringReply>

/** What came of bringing a library back. */
export const libraryReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), added: z.int(), there: z.int() }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type LibraryReply = z.infer<typeof libraryReply>
