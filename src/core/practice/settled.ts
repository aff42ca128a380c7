import * as z from 'zod/mini'
import { COMPANIONS } from '../drills/companion'
import { seatIdSchema } from '../seats/seat'

/** How long a warm-up may be, in minutes. */
export const WARMUP_BOUNDS = { least: 1, most: 60 } as const
/** How slow and how fast a drill may be set, in quarter notes a minute, and how often it may be played through. */
export const TEMPI = { slowest: 30, fastest: 240 } as const
export const MOST_TIMES = 20

const drillId = z.string().check(z.minLength(1), z.maxLength(400))

/** What the teacher has settled about one drill: what seats do instead, how often and how fast. */
const drillChoiceSchema = z.object({
  companions: z.optional(z.partialRecord(seatIdSchema, z.enum(COMPANIONS))),
  times: z.optional(z.int().check(z.minimum(1), z.maximum(MOST_TIMES))),
  tempo: z.optional(z.int().check(z.minimum(TEMPI.slowest), z.maximum(TEMPI.fastest))),
})
export type DrillChoice = Readonly<z.infer<typeof drillChoiceSchema>>

/** What the teacher has settled about the warm-up of a piece. The drills themselves are computed from the piece, never stored. */
export const warmupSettledSchema = z.object({
  minutes: z.number().check(z.minimum(WARMUP_BOUNDS.least), z.maximum(WARMUP_BOUNDS.most)),
  /** Drills that stay in, drills that stay out, and steps without notes that were put in, by id. */
  locked: z.array(drillId).check(z.maxLength(80)),
  dropped: z.array(drillId).check(z.maxLength(200)),
  steps: z.array(z.string().check(z.minLength(1), z.maxLength(60))).check(z.maxLength(20)),
  /** Ids in the order that the teacher has given them; what is not in it stands where it belongs. */
  order: z.array(drillId).check(z.maxLength(120)),
  choices: z.record(drillId, drillChoiceSchema),
})
export type WarmupSettled = Readonly<z.infer<typeof warmupSettledSchema>>

/** Eight minutes and nothing settled: what most lessons begin with. Common practice. */
export const USUAL_WARMUP: WarmupSettled = { minutes: 8, locked: [], dropped: [], steps: [], order: [], choices: {} }

/** The same with something at a drill said otherwise; undefined takes it back. */
export function withChoice(w: WarmupSettled, id: string, change: DrillChoice): WarmupSettled {
  const next = Object.fromEntries(Object.entries({ ...w.choices[id], ...change }).filter(([, v]) => v !== undefined)) as DrillChoice
  const { [id]: _, ...others } = w.choices
  return { ...w, choices: Object.keys(next).length ? { ...others, [id]: next } : others }
}

/** A drill kept in whatever else is chosen, or left to the choice again. */
export const withLocked = (w: WarmupSettled, id: string, on: boolean): WarmupSettled => ({
  ...w,
  locked: on ? [...w.locked.filter((x) => x !== id), id] : w.locked.filter((x) => x !== id),
  dropped: on ? w.dropped.filter((x) => x !== id) : w.dropped,
})

/** A drill left out, whatever it would take off; a step without notes taken out again. */
export const withDropped = (w: WarmupSettled, id: string): WarmupSettled => ({
  ...w,
  locked: w.locked.filter((x) => x !== id),
  order: w.order.filter((x) => x !== id),
  steps: w.steps.filter((x) => x !== id),
  dropped: w.steps.includes(id) ? w.dropped : [...w.dropped.filter((x) => x !== id), id],
})

/** Another variant in the place of a drill: it is kept in. */
export const withVariant = (w: WarmupSettled, from: string, to: string): WarmupSettled => ({
  ...withLocked(withLocked(w, from, false), to, true),
  order: w.order.map((x) => (x === from ? to : x)),
})

/** A step without notes put in. */
export const withStep = (w: WarmupSettled, id: string): WarmupSettled => (w.steps.includes(id) ? w : { ...w, steps: [...w.steps, id] })

/** The order as the teacher has set it: what stands in it is kept in. */
export const withOrder = (w: WarmupSettled, ids: readonly string[]): WarmupSettled => ({
  ...w,
  order: [...ids],
  locked: [...new Set([...w.locked, ...ids.filter((id) => !w.steps.includes(id))])],
})

/** Things in a given order; what is not in it keeps its place after what came before it. */
export function inGivenOrder<T>(all: readonly T[], idOf: (x: T) => string, order: readonly string[]): T[] {
  if (order.length === 0) return [...all]
  const given = all.filter((x) => order.includes(idOf(x))).sort((a, b) => order.indexOf(idOf(a)) - order.indexOf(idOf(b)))
  const out = [...given]
  all.forEach((x, i) => {
    if (order.includes(idOf(x))) return
    const before = all.slice(0, i).findLast((y) => out.includes(y))
    out.splice(before ? out.indexOf(before) + 1 : 0, 0, x)
  })
  return out
}
