import { z } from 'zod'

/** A part as it is printed: its pages as drawings, where its notes leave the instrument, and what its legend must say. */
export const partSchema = z.object({
  pages: z.array(z.string()).readonly(),
  problems: z.array(z.string()).readonly(),
  seat: z.object({ name: z.string(), byLetter: z.boolean() }),
  arrows: z.boolean(),
  positions: z.boolean(),
  composer: z.string().optional(),
  tempo: z.string().optional(),
})
export type Part = z.infer<typeof partSchema>

export const partReply = z.discriminatedUnion('ok', [
  z.object({ ok: z.literal(true), part: partSchema }),
  z.object({ ok: z.literal(false), problem: z.string() }),
])
export type PartReply = z.infer<typeof partReply>
