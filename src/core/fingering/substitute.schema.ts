import * as z from 'zod/mini'
import { pitchSchema } from '../music/pitch.schema'

/**
 * What a seat plays in place of an event that it cannot: other octaves of it, some of its notes (divisi), another note or
 * chord, or nothing. `by` in octaves; `heads` by index as the event lists them.
 */
export const substituteSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('octave'), by: z.int().check(z.minimum(-4), z.maximum(4)) }),
  z.object({ kind: z.literal('heads'), heads: z.array(z.int().check(z.minimum(0), z.maximum(7))).check(z.minLength(1), z.maxLength(8)) }),
  z.object({ kind: z.literal('tone'), pitch: pitchSchema }),
  z.object({ kind: z.literal('chord'), pitches: z.array(pitchSchema).check(z.minLength(2), z.maxLength(8)) }),
  z.object({ kind: z.literal('rest') }),
])
export type Substitute = Readonly<z.infer<typeof substituteSchema>>
