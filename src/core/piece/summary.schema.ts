import * as z from 'zod/mini'
import { keySchema } from '../music/key.schema'
import { pitchSchema } from '../music/pitch.schema'
import { meterSchema } from '../music/time.schema'

/** What a shelf says of a piece in two lines. */
export const summarySchema = z.object({
  title: z.string(),
  headline: z.string(),
  measures: z.int().check(z.minimum(0)),
  lines: z.int().check(z.minimum(0)),
  range: z.string(),
  /** What headline and range are made of, to be said as a class says it. A summary of before has none. */
  facts: z.optional(
    z.object({
      key: keySchema,
      meter: meterSchema,
      tempo: z.optional(z.number()),
      ends: z.nullable(z.object({ low: pitchSchema, high: pitchSchema })),
    }),
  ),
})
export type Summary = Readonly<z.infer<typeof summarySchema>>
