import { type SeatId } from '../seats/seat'
import { sketchesOf } from '../drills/all'
import { drillFrom, drillIdOf } from '../drills/build'
import type { Drill, Sketch } from '../drills/drill'
import type { Practised } from '../drills/practised'
import { silentSteps, type SilentStep } from '../drills/silent'
import { burdensOf, easedBy, placesEased, type Burden } from './eases'
import { inGivenOrder, type WarmupSettled } from '../plan/settled'
import { sayPrepared, sumOf, warmupOf, type Warmup } from './warmup'

/** Everything that can be practised out of a piece. */
export type Stock = {
  readonly c: Practised
  readonly drills: readonly Drill[]
  readonly steps: readonly SilentStep[]
  readonly sketches: ReadonlyMap<string, Sketch>
  /** All that loads the seats. */
  readonly burdens: readonly Burden[]
}

/** All drills of a piece, made once. */
export function stockOf(c: Practised): Stock {
  const sketches = new Map(sketchesOf(c).map((s) => [drillIdOf(s), s]))
  const drills = [...sketches.values()].flatMap((s) => drillFrom(c, s) ?? [])
  return { c, drills, steps: silentSteps(c), sketches, burdens: burdensOf(c) }
}

/** At how many notes of each seat each of some drills takes something off. */
export const easedPlaces = ({ burdens }: Stock, drills: readonly Drill[]): readonly ReadonlyMap<string, number>[] =>
  easedBy(drills, burdens).map((e) => placesEased(e, burdens))

/** The drill of an id with what the teacher has settled about it; null where the piece has no such drill any more. */
export function drillOf({ c, sketches }: Stock, id: string, { choices }: Pick<WarmupSettled, 'choices'>): Drill | null {
  const sketch = sketches.get(id)
  return sketch ? drillFrom(c, sketch, choices[id]) : null
}

/** What is done today: a drill, or a step without notes. */
export type TodayItem = { readonly id: string; readonly minutes: number } & ({ readonly drill: Drill } | { readonly step: SilentStep })

/** The warm-up of today, in order. */
export type Today = {
  readonly items: readonly TodayItem[]
  readonly minutes: number
  readonly warmup: Warmup
  /** What it prepares and leaves, in a sentence. */
  readonly said: string
  /** What was kept in, and is not there any more since the piece has changed. */
  readonly gone: readonly string[]
}

/**
 * The warm-up as it is settled: what is kept in, and the best that fills up the rest. Steps without notes come first. Of a
 * seat `alone` what that seat plays itself, chosen by what is hard for it.
 */
export function todayOf(stock: Stock, settled: WarmupSettled, alone: SeatId | null = null): Today {
  const { c, steps } = stock
  // What was settled about a drill changes how long it takes.
  const all = stock.drills.map((d) => (settled.choices[d.id] ? (drillOf(stock, d.id, settled) ?? d) : d))
  const drills = alone === null ? all : all.filter((d) => d.companions[alone] === null)
  const silent = settled.steps.flatMap((id) => steps.find((s) => s.id === id) ?? [])
  const left = settled.minutes - sumOf(silent)
  const known = new Set(all.map((d) => d.id))
  const warmup = warmupOf(c, drills, { minutes: Math.max(0, left), locked: settled.locked, dropped: settled.dropped }, alone)
  const items: TodayItem[] = [
    ...silent.map((step) => ({ id: step.id, minutes: step.minutes, step })),
    ...warmup.drills.map((drill) => ({ id: drill.id, minutes: drill.minutes, drill })),
  ]
  return {
    items: inGivenOrder(items, (x) => x.id, settled.order),
    minutes: sumOf(items),
    warmup,
    said: sayPrepared(c, warmup),
    gone: settled.locked.filter((id) => !known.has(id)),
  }
}
