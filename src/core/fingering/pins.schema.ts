import * as z from 'zod/mini'
import { THUMB } from '../instruments/instrument'
import { MOST_STRINGS } from '../instruments/learned'

/**
 * A teacher's decision at a note: whatever is set must hold, the rest is free. `strings` and `fingers` go low note first;
 * strings by index from the lowest. `position` by name, with the base where a name has two.
 */
export const pinSchema = z.object({
  strings: z.optional(z.array(z.int().check(z.minimum(0), z.maximum(MOST_STRINGS - 1))).check(z.maxLength(8))),
  fingers: z.optional(z.array(z.int().check(z.minimum(0), z.maximum(THUMB))).check(z.maxLength(8))),
  position: z.optional(z.string().check(z.maxLength(6))),
  base: z.optional(z.int().check(z.minimum(1), z.maximum(14))),
  /** At the octave, where a finger can press or touch: touched. */
  harmonic: z.optional(z.boolean()),
  /** Event id of the last note for which the position holds; without it the hand stays until it has a reason to leave. */
  until: z.optional(z.string().check(z.maxLength(64))),
})
export type Pin = Readonly<z.infer<typeof pinSchema>>
