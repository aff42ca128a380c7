import * as z from 'zod/mini'

/** The clefs that strings read. */
export const clefNameSchema = z.enum(['treble', 'alto', 'tenor', 'bass'])
export type ClefName = z.infer<typeof clefNameSchema>
