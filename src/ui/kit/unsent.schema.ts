import '@/core/jitless'
import * as z from 'zod/mini'

/**
 * A change that no server has acknowledged yet: where it goes, which window made it (the `seq`-th save of that window), the
 * version it was made on, and what is sent. `at` in milliseconds since 1970.
 */
export const unsentSchema = z.object({
  url: z.string(),
  by: z.string(),
  seq: z.int().check(z.minimum(1)),
  base: z.int().check(z.minimum(1)),
  body: z.record(z.string(), z.unknown()),
  at: z.number(),
})
export type Unsent = z.infer<typeof unsentSchema>
