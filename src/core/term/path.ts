/**
 * The order of a set of pieces in which each brings the least that is new. Cost of an order, compared from the left:
 * how many things come before what they build on, the sum over pieces and seats of the square of what is new
 * (a square, so that three things for one seat at once weigh more than one for each of three), and the lighter piece first.
 * What a piece brings depends only on which pieces came before it, not on their order, so the least over all orders is
 * found from subset to subset (Held and Karp, "A dynamic programming approach to sequencing problems", 1962).
 */

/** A piece of the path: what is new in it for each seat beyond what is learned today, by the numbers of the things, and its load in points. */
export type PathStop = {
  readonly id: string
  /** By seat: numbers of things, each from 0 up to {@link Ask.things} of that seat. */
  readonly news: readonly (readonly number[])[]
  readonly load: number
  /** The place that the teacher has given it, from 0; null: free. */
  readonly place: number | null
  /** Pieces with a day stand in the order of their days; null: any. */
  readonly day: string | null
}

export type Ask = {
  readonly stops: readonly PathStop[]
  /** By seat, by thing: the things that it builds on and that some piece of the set brings. */
  readonly on: readonly (readonly (readonly number[])[])[]
}

/** What an order costs: things too early, squares of what is new, loads times the pieces after them. */
export type Cost = readonly [early: number, squares: number, heavy: number]

/** An order of the pieces by their numbers. `least`: below this no order's squares can be; equal to what they are where it is exact. */
export type Path = { readonly order: readonly number[]; readonly cost: Cost; readonly exact: boolean; readonly least: number }

/** Up to so many pieces every order is weighed. */
export const EXACT_UP_TO = 12
/** Beyond: how many beginnings of each length are followed. */
const FOLLOWED = 600

/** -1, 0 or 1. */
export const compareCosts = (a: Cost, b: Cost): number => {
  for (let i = 0; i < 3; i++) if (Math.abs(a[i] - b[i]) > 1e-9) return a[i] < b[i] ? -1 : 1
  return 0
}

/** Things met so far, by seat. */
type Met = readonly ReadonlySet<number>[]

/** What of a piece is new after what has been met, by seat. */
export const newAfter = (met: Met, { news }: PathStop): number[][] => news.map((things, s) => things.filter((t) => !met[s].has(t)))

/** What a piece costs where it comes after some others, of which `left` are still to come after it. */
function costAfter({ on }: Ask, met: Met, stop: PathStop, left: number): Cost {
  let [early, squares] = [0, 0]
  const fresh = newAfter(met, stop)
  fresh.forEach((things, s) => {
    squares += things.length ** 2
    for (const t of things) if (on[s][t].some((u) => !met[s].has(u) && !stop.news[s].includes(u))) early++
  })
  return [early, squares, stop.load * left]
}

const plus = (a: Cost, b: Cost): Cost => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
const withAll = (met: Met, { news }: PathStop): Met => met.map((m, s) => (news[s].length ? new Set([...m, ...news[s]]) : m))
const none = ({ on }: Ask): Met => on.map(() => new Set<number>())

/** What an order costs. */
export function costOf(ask: Ask, order: readonly number[]): Cost {
  let met = none(ask)
  let cost: Cost = [0, 0, 0]
  order.forEach((i, at) => {
    cost = plus(cost, costAfter(ask, met, ask.stops[i], order.length - 1 - at))
    met = withAll(met, ask.stops[i])
  })
  return cost
}

/** Whether a piece may come at a place, when `placed` says which are before it: its own place, places of others, days in order. */
export function mayCome({ stops }: Ask, at: number, i: number, placed: (j: number) => boolean): boolean {
  const { place, day } = stops[i]
  if (place !== null ? place !== at : stops.some((s) => s.place === at)) return false
  return day === null || stops.every((s, j) => s.day === null || s.day >= day || placed(j))
}

/** The best order; null: the places and days that are given cannot all hold. */
export function bestPath(ask: Ask): Path | null {
  const n = ask.stops.length
  if (n === 0) return { order: [], cost: [0, 0, 0], exact: true, least: 0 }
  const exact = n <= EXACT_UP_TO
  /** A beginning: which pieces, in which order, at which cost. Of the same pieces only the cheapest is followed. */
  type Begun = { readonly order: readonly number[]; readonly in: readonly boolean[]; readonly met: Met; readonly cost: Cost }
  let row: Begun[] = [{ order: [], in: ask.stops.map(() => false), met: none(ask), cost: [0, 0, 0] }]
  for (let at = 0; at < n; at++) {
    const next = new Map<string, Begun>()
    for (const b of row)
      for (let i = 0; i < n; i++) {
        if (b.in[i] || !mayCome(ask, at, i, (j) => b.in[j])) continue
        const cost = plus(b.cost, costAfter(ask, b.met, ask.stops[i], n - 1 - at))
        const inside = b.in.with(i, true)
        const key = inside.map(Number).join('')
        const known = next.get(key)
        if (known && compareCosts(known.cost, cost) <= 0) continue
        next.set(key, { order: [...b.order, i], in: inside, met: known?.met ?? withAll(b.met, ask.stops[i]), cost })
      }
    row = [...next.values()]
    if (!exact && row.length > FOLLOWED) row = row.sort((a, b) => compareCosts(a.cost, b.cost)).slice(0, FOLLOWED)
  }
  const best = row.sort((a, b) => compareCosts(a.cost, b.cost))[0]
  return best ? { order: best.order, cost: best.cost, exact, least: exact ? best.cost[1] : leastSquares(ask) } : null
}

/**
 * Below this the squares of no order lie: every thing is met first in one of the pieces that have it, whatever the order, so
 * the best way to give each thing to a piece is a bound. That is a semi-matching of least cost, and one that no path
 * of moves makes cheaper is a least one (Harvey, Ladner, Lovász, Tamir, "Semi-matchings for bipartite graphs and load balancing", 2006).
 */
export function leastSquares({ stops, on }: Ask): number {
  let sum = 0
  on.forEach((_, s) => {
    const things = [...new Set(stops.flatMap((x) => x.news[s]))]
    const having = new Map(things.map((t) => [t, stops.flatMap((x, i) => (x.news[s].includes(t) ? [i] : []))]))
    const given = new Map<number, number>()
    const counts = stops.map(() => 0)
    for (const t of things) {
      const to = having.get(t)!.reduce((a, b) => (counts[b] < counts[a] ? b : a))
      given.set(t, to)
      counts[to]++
    }
    while (lighten(counts, given, having));
    sum += counts.reduce((a, c) => a + c * c, 0)
  })
  return sum
}

/** Moves things along one path from a full piece to one that has at least two fewer; false: there is none. */
function lighten(counts: number[], given: Map<number, number>, having: ReadonlyMap<number, readonly number[]>): boolean {
  for (const from of counts.keys()) {
    // Breadth first over pieces: a thing that lies at one can go to another that has it.
    const came = new Map<number, { thing: number; at: number }>()
    const queue = [from]
    for (let q = 0; q < queue.length; q++) {
      const at = queue[q]
      if (counts[at] <= counts[from] - 2) {
        for (let x = at; x !== from; x = came.get(x)!.at) given.set(came.get(x)!.thing, x)
        counts[from]--
        counts[at]++
        return true
      }
      for (const [thing, where] of given)
        if (where === at)
          for (const to of having.get(thing)!)
            if (to !== from && !came.has(to)) {
              came.set(to, { thing, at })
              queue.push(to)
            }
    }
  }
  return false
}
