import * as z from 'zod/mini'

/** What a shelf says of a piece in two lines. */
export const summarySchema = z.object({
  title: z.string(),
  headline: z.string(),
  measures: z.int().check(z.minimum(0)),
  lines: z.int().check(z.minimum(0)),
  range: z.string(),
})
export type Summary = Readonly<z.infer<typeof summarySchema>>
