import type { DrillChoice, WarmupSettled } from './settled.schema'

export type { DrillChoice, WarmupSettled } from './settled.schema'

/** How long a warm-up may be, in minutes. */
export const WARMUP_BOUNDS = { least: 1, most: 60 } as const
/** How slow and how fast a drill may be set, in quarter notes a minute, and how often it may be played through. */
export const TEMPO_BOUNDS = { slowest: 30, fastest: 240 } as const
export const MOST_TIMES = 20

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
export const withSilentStep = (w: WarmupSettled, id: string): WarmupSettled =>
  w.steps.includes(id) ? w : { ...w, steps: [...w.steps, id] }

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
