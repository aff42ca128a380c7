import * as z from 'zod/mini'
import { INSTRUMENTS } from '@/core/instruments/all'
import { LENGTHS } from '@/core/tapes/tapes'

const name = z.string().check(z.minLength(1), z.maxLength(40))

/** A strip as it is asked for: whose, of which instrument and length, and which places are taped. */
export const stripAskSchema = z.object({
  name: z.string().check(z.trim(), z.maxLength(60)),
  instrument: z.enum(INSTRUMENTS.map((i) => i.id)),
  length: z.number().check(z.minimum(LENGTHS.least), z.maximum(LENGTHS.most)),
  frames: z.array(name).check(z.minLength(1), z.maxLength(8)),
  positions: z.array(name).check(z.minLength(1), z.maxLength(16)),
})
export type StripAsk = Readonly<z.infer<typeof stripAskSchema>>

/** How many strips may be printed at once: two classes of twenty. */
export const MOST_STRIPS = 40

/** Strips as a file: PDF in pages of a paper, or SVG on one sheet. */
export const stripsQuery = z.object({
  as: z.catch(z.enum(['pdf', 'svg']), 'pdf'),
  paper: z.catch(z.enum(['a4', 'letter']), 'a4'),
  strips: z.pipe(
    z.pipe(
      z.string().check(z.maxLength(12_000)),
      z.transform((text): unknown => {
        try {
          return JSON.parse(text)
        } catch {
          return null
        }
      }),
    ),
    z.array(stripAskSchema).check(z.minLength(1), z.maxLength(MOST_STRIPS)),
  ),
})
