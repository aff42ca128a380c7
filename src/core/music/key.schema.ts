import * as z from 'zod/mini'

/** A key: sharps (positive) or flats (negative) of its signature, and its mode. */
export const keySchema = z.object({ fifths: z.int().check(z.minimum(-7), z.maximum(7)), mode: z.enum(['major', 'minor']) })
export type Key = Readonly<z.infer<typeof keySchema>>
