import { beatTicks, type Meter } from '../music/time'
import { eventTicks, type Line } from './piece'

/** How an uneven meter may be felt, the usual way first. Common practice. */
const WAYS: Readonly<Record<number, readonly (readonly number[])[]>> = {
  5: [
    [3, 2],
    [2, 3],
  ],
  7: [
    [2, 2, 3],
    [3, 2, 2],
    [2, 3, 2],
  ],
}
/** Seven quarters fall into two groups, not into three. */
const SEVEN_QUARTERS = [
  [4, 3],
  [3, 4],
] as const

/**
 * The meters of a line's measures, each uneven one (five or seven, in nothing but its figures) with how its music is felt:
 * the way in which the fewest notes go over from one group into the next, the usual one on a tie.
 */
export function feltMeters(line: Line, first: Meter): Meter[] {
  let inForce = first
  const meters = line.measures.map((m) => (inForce = m.meter ?? inForce))
  const made = new Map<Meter, Meter>()
  for (const meter of new Set(meters)) {
    const ways = meter.groups || meter.unit < 4 ? undefined : meter.beats === 7 && meter.unit === 4 ? SEVEN_QUARTERS : WAYS[meter.beats]
    if (!ways) continue
    const own = line.measures.filter((_, i) => meters[i] === meter)
    const over = ways.map((groups) => own.reduce((n, m) => n + crossing(m, meter, groups), 0))
    made.set(meter, { ...meter, felt: ways[over.indexOf(Math.min(...over))] })
  }
  return made.size === 0 ? meters : meters.map((m) => made.get(m) ?? m)
}

/** Events of a measure that begin in one group and go on in another. */
function crossing({ events, pickup }: Line['measures'][number], meter: Meter, groups: readonly number[]): number {
  if (pickup) return 0
  const ends = new Set<number>()
  let end = 0
  for (const g of groups) ends.add((end += g * beatTicks(meter)))
  let [at, n] = [0, 0]
  for (const e of events) {
    const next = at + eventTicks(e, meter)
    if (!(e.kind === 'rest' && e.wholeMeasure) && [...ends].some((b) => at < b && b < next)) n++
    at = next
  }
  return n
}
