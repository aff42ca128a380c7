import * as z from 'zod/mini'
import { seatIdSchema } from '@/core/seats/seat'
import type { Desk, Passage, View } from './deskStore'
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

/** What the desk shows where nobody has picked anything. */
type Shown = Pick<Desk, 'timeline' | 'moment' | 'seat' | 'seats' | 'passage' | 'tab' | 'view' | 'alone' | 'ensemble'>

const sayPassage = (measures: Desk['ensemble'][string]['line']['measures'], { from, to }: Passage): string =>
  `${measures[from].number}~${measures[to].number}`

/** The passage that is picked as it stands in an address: "p=5~8"; empty for the whole piece. */
export const passageIn = ({ passage, ensemble, seat }: Pick<Desk, 'passage' | 'ensemble' | 'seat'>): string =>
  passage ? new URLSearchParams({ p: sayPassage(ensemble[seat].line.measures, passage) }).toString() : ''

/** The address of what is shown, without its path: only what is not as it is at first. Empty where nothing is. */
export function queryOf({ timeline, moment, seat, seats, passage, tab, view, alone, ensemble }: Shown): string {
  const query = new URLSearchParams()
  const { measures } = ensemble[seat].line
  const here = timeline[moment]?.first.at
  if (here && moment > 0) {
    query.set('m', here.measure.number)
    const nth = moment - timeline.findIndex((b) => b.first.at.index === here.index) + 1
    if (nth > 1) query.set('n', String(nth))
  }
  if (seat !== seats[0].id) query.set('seat', seat)
  if (passage) query.set('p', sayPassage(measures, passage))
  if (tab !== READ_TABS[0]) query.set('tab', tab)
  if (view !== 'bench') query.set('view', view)
  if (alone) query.set('only', '1')
  const said = query.toString()
  return said && `?${said}`
}

type Place = {
  readonly moment: number
  readonly seat: string
  readonly passage: Passage | null
  readonly tab: ReadTab
  readonly view: View
  readonly alone: boolean
}

/** The place that an address means on this desk; what it does not say is as at first, what is not there any more too. */
export function placeIn(search: string, { timeline, seats, ensemble }: Shown): Place {
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
