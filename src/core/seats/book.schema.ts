import * as z from 'zod/mini'
import { MOST_MEASURES } from '../piece/piece'

/**
 * Where a piece stands in a printed book. Page and exercise as printed: "14", "47 b". `lines`: the event with which each
 * printed line begins, from the second on; none: printed lines are not known; left out: as the piece has them.
 */
export const bookSchema = z.object({
  page: z.optional(z.string().check(z.trim(), z.minLength(1), z.maxLength(12))),
  exercise: z.optional(z.string().check(z.trim(), z.minLength(1), z.maxLength(24))),
  lines: z.optional(z.array(z.string().check(z.minLength(1), z.maxLength(40))).check(z.maxLength(MOST_MEASURES))),
})
export type Book = Readonly<z.infer<typeof bookSchema>>
