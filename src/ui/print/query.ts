import { z } from 'zod'
import { seatIdSchema } from '@/core/seats/seat'

const flag = (byDefault: boolean) =>
  z
    .enum(['0', '1'])
    .catch(byDefault ? '1' : '0')
    .transform((v) => v === '1')

/** What is asked for in the address; anything unknown falls back to the default. */
export const printQuery = z.object({
  /** Null: the first seat of the class. */
  seat: seatIdSchema.nullable().catch(null),
  paper: z.enum(['a4', 'letter']).catch('a4'),
  letters: flag(false),
  strings: flag(false),
  fingers: flag(true),
  bows: flag(false),
})
export type PrintQuery = z.infer<typeof printQuery>
