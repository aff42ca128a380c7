import { choiceOf, type Hold } from '../hands/hold'
import { candidates } from './candidates'
import { chargeHold, chargeMove } from './costs'
import { leastOf, pricing, type Solution } from './solve'
import type { CostKind } from './weights'

/** What each kind of cost comes to on one way through the line. */
export type Tally = ReadonlyMap<CostKind, number>

/** Another choice at a moment: what the whole line would cost more, and in what. */
export type Alternative = {
  readonly hold: Hold
  /** Whole-line cost above the best, a whole number; 0 is as good. */
  readonly price: number
}

type Ahead = { readonly after: readonly Float64Array[]; readonly to: readonly Int16Array[] }
const computed = new WeakMap<Solution, Ahead>()

/** Least cost from each hold to the end of the line, the hold itself not counted; made once for a solution. */
function aheadOf(s: Solution): Ahead {
  const known = computed.get(s)
  if (known) return known
  const n = s.columns.length
  const after = new Array<Float64Array>(n)
  const to = new Array<Int16Array>(n)
  for (let i = n - 1; i >= 0; i--) {
    const { holds } = s.columns[i]
    after[i] = new Float64Array(holds.length)
    to[i] = new Int16Array(holds.length).fill(-1)
    if (i === n - 1) continue
    const next = s.columns[i + 1]
    for (let a = 0; a < holds.length; a++) {
      let best = Infinity
      for (let b = 0; b < next.holds.length; b++) {
        const rest = next.own[b] + after[i + 1][b]
        if (rest >= best) continue
        const here = rest + next.moves[a * next.holds.length + b]
        if (here < best) {
          best = here
          to[i][a] = b
        }
      }
      after[i][a] = best
    }
  }
  const ahead = { after, to }
  computed.set(s, ahead)
  return ahead
}

/**
 * The other choices at a column, cheapest first, each priced by the best whole line that takes it (forward and backward
 * costs, no re-solving). With `beyond`, ways that the class has not learned are listed too, and at a pinned moment
 * what the pin rules out.
 */
export function alternativesAt(s: Solution, column: number, beyond = false): Alternative[] {
  const { after } = aheadOf(s)
  const c = s.columns[column]
  const mine = choiceOf(c.holds[s.chosen[column]])
  const best = new Map<string, { hold: Hold; cost: number }>()
  const offer = (hold: Hold, cost: number) => {
    const choice = choiceOf(hold)
    if (choice !== mine && cost < (best.get(choice)?.cost ?? Infinity)) best.set(choice, { hold, cost })
  }
  c.holds.forEach((h, i) => offer(h, s.before[column][i] + after[column][i]))
  if (beyond) {
    const carried = [...new Set(s.columns.flatMap((x) => x.holds.map((h) => h.position)))]
    const price = pricing(s)
    for (const h of candidates(s.setup, c.pitches, carried)) {
      if (best.has(choiceOf(h)) && c.holds.includes(h)) continue
      offer(h, bestBefore(s, column, h).cost + price.hold(h) + bestAfter(s, column, h).cost)
    }
  }
  return [...best.values()]
    .filter(({ cost }) => cost < Infinity)
    .sort((a, b) => a.cost - b.cost)
    .map(({ hold, cost }) => ({ hold, price: cost - s.total }))
}

function bestBefore(s: Solution, column: number, h: Hold): { index: number; cost: number } {
  if (column === 0) return { index: -1, cost: 0 }
  const last = s.columns[column - 1]
  const price = pricing(s)
  const costs = last.holds.map((a, i) => s.before[column - 1][i] + price.move(a, h, s.columns[column].gap))
  const index = leastOf(costs)
  return { index, cost: costs[index] }
}

function bestAfter(s: Solution, column: number, h: Hold): { index: number; cost: number } {
  if (column === s.columns.length - 1) return { index: -1, cost: 0 }
  const { after } = aheadOf(s)
  const next = s.columns[column + 1]
  const price = pricing(s)
  const costs = next.holds.map((b, i) => price.move(h, b, next.gap) + next.own[i] + after[column + 1][i])
  const index = leastOf(costs)
  return { index, cost: costs[index] }
}

/** What the best line through `hold` pays more than the chosen line, by kind; walked only as far as the two differ. */
export function differenceOf(s: Solution, column: number, hold: Hold): Tally {
  const { to } = aheadOf(s)
  const path = new Map<number, Hold>([[column, hold]])
  let [left, right] = [column, column]
  for (let i = column - 1, at = bestBefore(s, column, hold).index; i >= 0; at = s.from[i][at], i--) {
    path.set(i, s.columns[i].holds[at])
    left = i
    if (at === s.chosen[i]) break
  }
  for (let i = column + 1, at = bestAfter(s, column, hold).index; i < s.columns.length; at = to[i][at], i++) {
    path.set(i, s.columns[i].holds[at])
    right = i
    if (at === s.chosen[i]) break
  }
  const tally = new Map<CostKind, number>()
  const charge = (sign: number) => (kind: CostKind) => tally.set(kind, (tally.get(kind) ?? 0) + sign * s.weights[kind])
  const walk = (holdAt: (i: number) => Hold, sign: number) => {
    for (let i = left; i <= right; i++) {
      chargeHold(s.setup.instrument, s.policy, holdAt(i), charge(sign))
      if (i > left) chargeMove(s.setup.instrument, holdAt(i - 1), holdAt(i), s.columns[i].gap, charge(sign))
    }
  }
  walk((i) => path.get(i)!, 1)
  walk((i) => s.columns[i].holds[s.chosen[i]], -1)
  return new Map([...tally].filter(([, v]) => v !== 0))
}
