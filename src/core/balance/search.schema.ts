import * as z from 'zod/mini'

/** What is tried. Signatures by fifths; octaves from the present one. */
export const searchSpaceSchema = z.object({
  signatures: z.readonly(z.array(z.int().check(z.minimum(-7), z.maximum(7))).check(z.maxLength(15))),
  octaves: z.readonly(z.array(z.int().check(z.minimum(-4), z.maximum(4))).check(z.minLength(1), z.maxLength(9))),
  /** Whether every school of the hand, and every rule for 4 or open, is tried. */
  schools: z.boolean(),
  fourths: z.boolean(),
})
export type SearchSpace = Readonly<z.infer<typeof searchSpaceSchema>>
