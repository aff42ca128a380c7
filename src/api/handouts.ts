import * as z from 'zod/mini'

const refused = z.object({ ok: z.literal(false), problem: z.string() })

/** A name for what is kept; empty: the day is its name. */
export const keepRequest = z.object({ name: z.string().check(z.trim(), z.maxLength(120)) })

/** The hand-outs of a piece that were kept, the last first. */
export const handoutsReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), kept: z.array(z.object({ id: z.string(), name: z.string(), madeAt: z.number(), engine: z.string() })) }),
  refused,
])
export type HandoutsReply = z.infer<typeof handoutsReply>

/** What the piece has otherwise today than when a hand-out was made: what was decided, then note by note. */
export const differsReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), decided: z.array(z.string()), notes: z.array(z.string()), more: z.number(), engine: z.boolean() }),
  refused,
])
export type DiffersReply = z.infer<typeof differsReply>
