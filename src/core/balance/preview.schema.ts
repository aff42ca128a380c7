import * as z from 'zod/mini'
import { MOST_SEATS } from '../seats/bounds'

/** A dot of the small drawing: time from 0 to 1, string from 0 (lowest), whether the string is open. */
const dotSchema = z.object({
  at: z.number().check(z.minimum(0), z.maximum(1)),
  string: z.int().check(z.minimum(0), z.maximum(11)),
  open: z.boolean(),
})
export type Dot = Readonly<z.infer<typeof dotSchema>>

/** A row of the drawing: a seat with so many strings. */
const rowSchema = z.object({
  name: z.string().check(z.maxLength(40)),
  strings: z.int().check(z.minimum(1), z.maximum(12)),
  dots: z.array(dotSchema).check(z.maxLength(5000)),
})

/** A small drawing, as it is kept: a row a seat, in score order. */
export const previewSchema = z.array(rowSchema).check(z.maxLength(MOST_SEATS))
export type Preview = Readonly<z.infer<typeof previewSchema>>
