import { z } from 'zod'

/** What crosses to the engraving worker: the score, the width of the column in pixels, the scale in percent. */
export const systemsRequest = z.object({
  mei: z.string().max(20_000_000),
  width: z.number().min(200).max(6000),
  scale: z.number().min(10).max(100),
})
export type SystemsRequest = z.infer<typeof systemsRequest>

/** The worker's face. */
export type Engraver = { systems(request: SystemsRequest): Promise<string[]> }
