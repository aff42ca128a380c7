import '@/core/jitless'
import * as z from 'zod/mini'
import { seatIdSchema } from '@/core/seats/seat.schema'
import type { ShownPlace } from './address'
import type { Passage, View } from './deskStore'
import { READ_TABS, type ReadTab } from './tabs'

/** A measure by its printed number, which may be any short text. */
const number = z.string().check(z.minLength(1), z.maxLength(12))

/** Where one is at the desk, as the address says it. What is not known or not said is left as it is. */
const placeSchema = z.object({
  /** Measure as printed, and which moment in it, from 1. */
  m: z.catch(z.optional(number), undefined),
  n: z.catch(z.optional(z.pipe(z.coerce.number(), z.int().check(z.minimum(1), z.maximum(999)))), undefined),
  seat: z.catch(z.optional(seatIdSchema), undefined),
  /** A passage: "5~8". */
  p: z.catch(z.optional(z.string().check(z.regex(/^[^~]{1,12}~[^~]{1,12}$/))), undefined),
  tab: z.catch(z.optional(z.enum(READ_TABS)), undefined),
  view: z.catch(z.optional(z.enum(['bench', 'score'])), undefined),
  /** The picked seat's row alone. */
  only: z.catch(z.optional(z.literal('1')), undefined),
})

type Place = {
  readonly moment: number
  readonly seat: string
  readonly passage: Passage | null
  readonly tab: ReadTab
  readonly view: View
  readonly alone: boolean
}

/** The place that an address means on this desk; what it does not say is as at first, what is not there any more too. */
export function placeIn(search: string, { timeline, seats, ensemble }: ShownPlace): Place {
  const { m, n = 1, seat, p, tab, view, only } = placeSchema.parse(Object.fromEntries(new URLSearchParams(search)))
  const whose = seats.find((s) => s.id === seat)?.id ?? seats[0].id
  const { measures } = ensemble[whose].line
  const indexOf = (said: string): number => measures.findIndex((x) => x.number === said)
  const index = m === undefined ? -1 : indexOf(m)
  const first = index < 0 ? -1 : timeline.findIndex((b) => b.first.at.index === index)
  const there = first + n - 1
  const moment = first < 0 ? 0 : timeline[there]?.first.at.index === index ? there : first
  const [from, to] = p?.split('~').map(indexOf) ?? [-1, -1]
  return {
    moment,
    seat: whose,
    passage: from >= 0 && to >= from ? { from, to } : null,
    tab: tab ?? READ_TABS[0],
    view: view ?? 'bench',
    alone: only === '1',
  }
}
