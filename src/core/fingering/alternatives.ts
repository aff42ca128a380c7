import { choiceOf, isLearned, type Hold } from '../hands/hold'
import { positionKey } from '../instruments/instrument'
import { chargeOrnament } from './ornaments'
import { once } from '../once'
import { aroundAt, isOtherwise } from './chosen'
import { pinFor } from './pins'
import { chargeHold, chargeJump, chargeMove, chargeStart, laterThanNext, shiftOf } from './costs'
import { layOut, type ColumnJump } from './layout'
import { chosenAt, endingsOf, keptHold, type Solution, solve, stepInto } from './solve'
import type { CostKind } from './weights'

/** Two lines where they differ: how often each kind of cost falls due on the chosen one and on the other. */
export type Difference = {
  readonly times: ReadonlyMap<CostKind, { readonly mine: number; readonly theirs: number }>
  /** How many notes of each ask for something that is not learned. */
  readonly fresh: { readonly mine: number; readonly theirs: number }
  /** The positions that are not learned to which each goes, as often as it does. */
  readonly visits: { readonly mine: readonly string[]; readonly theirs: readonly string[] }
  /** Half steps that the hand is shifted in all. */
  readonly shifted: { readonly mine: number; readonly theirs: number }
}

/** Another choice at a moment: what the whole line would cost more, and in what. */
export type Alternative = {
  readonly hold: Hold
  /** Whole-line cost above the best, a whole number; 0 is as good. */
  readonly price: number
}

/** For every state of every column: least cost from there to the end (its own not counted), and the state it goes to. */
type Ahead = { readonly after: readonly Float64Array[]; readonly to: readonly Int32Array[] }

const aheadOf = once((s: Solution): Ahead => {
  const n = s.columns.length
  const endings = endingsOf(s.jumps)
  const after = s.before.map((b, i) => new Float64Array(b.length).fill(i === n - 1 ? 0 : Infinity))
  const to = s.before.map((b) => new Int32Array(b.length).fill(-1))
  for (let i = n - 1; i > 0; i--) {
    const { own } = s.columns[i]
    const { size } = s.layers[i]
    const [last, there, goes] = [after[i], after[i - 1], to[i - 1]]
    const rest = new Float64Array(last.length)
    for (let state = 0; state < rest.length; state++) rest[state] = last[state] + own[size === 1 ? state : Math.floor(state / size)]
    const { width, moves: step, size: states, row, combination, ending } = stepInto(s, s.layers, i, endings)
    for (let p = 0; p < there.length; p++) {
      const from = row ? row[p] : p * width
      const kept = combination ? combination[p] : 0
      for (let b = 0; b < width; b++) {
        const next = b * states + kept
        let here = rest[next]
        if (step) here += step[from + b]
        if (ending) here += ending[p * width + b]
        if (here < there[p]) {
          there[p] = here
          goes[p] = next
        }
      }
    }
  }
  return { after, to }
})

/** The choice that each hold of a column is; many columns share their holds. */
const choicesIn = once((holds: readonly Hold[]): string[] => holds.map(choiceOf))

/** The state of a column that holds `hold`'s choice on the cheapest whole line, and that line's cost. */
function bestThrough(s: Solution, column: number, choice: string): { state: number; cost: number } {
  const { after } = aheadOf(s)
  const { size } = s.layers[column]
  const choices = choicesIn(s.columns[column].holds)
  let best = { state: -1, cost: Infinity }
  s.before[column].forEach((cost, state) => {
    const whole = cost + after[column][state]
    if (whole < best.cost && choices[Math.floor(state / size)] === choice) best = { state, cost: whole }
  })
  return best
}

/**
 * The other choices at a column that stand without a pin, cheapest first, each priced by the best whole line that takes it
 * (forward and backward costs, no re-solving).
 */
export function alternativesAt(s: Solution, column: number): Alternative[] {
  const { after } = aheadOf(s)
  const { holds } = s.columns[column]
  const { size } = s.layers[column]
  const choices = choicesIn(holds)
  const mine = choices[s.chosen[column]]
  const best = new Map<string, { hold: Hold; cost: number }>()
  const [sofar, ahead] = [s.before[column], after[column]]
  for (let h = 0; h < holds.length; h++) {
    if (choices[h] === mine) continue
    let cost = Infinity
    for (let r = h * size; r < (h + 1) * size; r++) cost = Math.min(cost, sofar[r] + ahead[r])
    const known = best.get(choices[h])
    if (cost < (known?.cost ?? Infinity)) best.set(choices[h], { hold: holds[h], cost })
  }
  return [...best.values()].sort((a, b) => a.cost - b.cost).map(({ hold, cost }) => ({ hold, price: cost - s.total }))
}

const solvedWith = once((_: Solution) => new Map<string, Solution>())
/** How many lines with a pin are kept for one line: what the inspector shows of a note. */
const MOST_PINNED = 24

/** The line as it is when a choice is pinned at a column, learned or not. */
function pinnedTo(s: Solution, column: number, hold: Hold): Solution {
  const known = solvedWith(s)
  const key = `${column} ${choiceOf(hold)}`
  let made = known.get(key)
  if (!made) {
    const { event } = s.source.moments[s.columns[column].moment].events[0]
    const pins = new Map([...s.source.pins, [event.id, pinFor(s.setup.instrument, hold)]])
    if (known.size >= MOST_PINNED) known.clear()
    known.set(key, (made = solve(layOut(s.setup, { ...s.source, pins }))))
  }
  return made
}

/** What the whole line costs more with a choice pinned at a column. */
export const priceOf = (s: Solution, column: number, hold: Hold): number => pinnedTo(s, column, hold).total - s.total

/** Every other choice at a column, learned or not and whatever is pinned there, cheapest first: each costs what its pin will. */
export function pinsAt(s: Solution, column: number): Alternative[] {
  const mine = choiceOf(chosenAt(s, column))
  const others = new Map(s.columns[column].all.map((h) => [choiceOf(h), h]))
  others.delete(mine)
  return [...others.values()]
    .map((h): Alternative => ({ hold: chosenAt(pinnedTo(s, column, h), column), price: priceOf(s, column, h) }))
    .filter((a) => Number.isFinite(a.price))
    .sort((a, b) => a.price - b.price)
}

/** Whether two holds cost the same wherever they stand: one choice, one hand, read from one spelling. */
const sameHand = (a: Hold, b: Hold): boolean =>
  a === b ||
  (choiceOf(a) === choiceOf(b) &&
    a.position === b.position &&
    a.shape === b.shape &&
    a.respelled === b.respelled &&
    a.stops.every((s, i) => s.stretch === b.stops[i].stretch))

/** The jumps that each column is an end of. */
const jumpsAt = once((s: Solution): ReadonlyMap<number, readonly ColumnJump[]> => {
  const at = new Map<number, ColumnJump[]>()
  for (const j of s.jumps)
    for (const end of new Set([j.low, j.high])) {
      const known = at.get(end)
      if (known) known.push(j)
      else at.set(end, [j])
    }
  return at
})

/** The best line through a choice that stands without a pin at a column, as far as it is another than the chosen one: its holds by column. */
export function rivalOf(s: Solution, column: number, hold: Hold): ReadonlyMap<number, Hold> {
  const choice = choiceOf(hold)
  const { to } = aheadOf(s)
  const holdIn = (i: number, state: number): Hold => s.columns[i].holds[Math.floor(state / s.layers[i].size)]
  /** What a state still remembers of an earlier column, for a jump that is to come. */
  const remembered = (i: number, state: number, k: number): Hold =>
    s.columns[k].holds[keptHold(s.columns, s.layers[i], state % s.layers[i].size, k)]
  /** Whether both lines are one from here on: the same hand, and the same hands remembered. */
  const meet = (i: number, state: number): boolean =>
    sameHand(holdIn(i, state), chosenAt(s, i)) &&
    s.layers[i].kept.every((k) => sameHand(remembered(i, state, k), remembered(i, s.states[i], k)))
  const theirs = new Map<number, Hold>()
  /** Follows the other line away from the column for as long as it is another. */
  const follow = (states: readonly Int32Array[], by: 1 | -1): void => {
    let state = bestThrough(s, column, choice).state
    for (let i = column; i >= 0 && i < s.columns.length; i += by) {
      theirs.set(i, holdIn(i, state))
      if (i !== column && meet(i, state)) return
      state = states[i][state]
    }
  }
  follow(s.from, -1)
  follow(to, 1)
  return theirs
}

/** Where a pinned line is another than the chosen one, with the steps beside: its holds by column. */
function apart(s: Solution, other: Solution): ReadonlyMap<number, Hold> {
  const theirs = new Map<number, Hold>()
  s.columns.forEach((_, i) => {
    if (sameHand(chosenAt(s, i), chosenAt(other, i))) return
    for (const k of [i - 1, i, i + 1]) if (k >= 0 && k < s.columns.length) theirs.set(k, chosenAt(other, k))
  })
  return theirs
}

/** What falls due on the chosen line and on the line with this choice pinned at a column. */
export const differenceFor = (s: Solution, column: number, hold: Hold): Difference => differs(s, apart(s, pinnedTo(s, column, hold)))

/** What falls due on the chosen line and on the best line through `hold`; walked only as far as the two differ. */
export const differenceOf = (s: Solution, column: number, hold: Hold): Difference => differs(s, rivalOf(s, column, hold))

/** What falls due on the chosen line and on another, as far as they differ. */
function differs(s: Solution, rival: ReadonlyMap<number, Hold>): Difference {
  const chosen = (i: number): Hold => chosenAt(s, i)
  const jumps = jumpsAt(s)
  const touched = new Set([...rival.keys()].flatMap((i) => jumps.get(i) ?? []))
  const counted = (holdAt: (i: number) => Hold): Map<CostKind, number> => {
    const times = new Map<CostKind, number>()
    const charge = (kind: CostKind, n = 1) => times.set(kind, (times.get(kind) ?? 0) + n)
    for (const i of rival.keys()) {
      chargeHold(s.setup, holdAt(i), charge)
      chargeOrnament(s.setup, holdAt(i), aroundAt(s.source, s.columns[i].moment), charge)
      if (isOtherwise(s.source, s.columns[i].moment, holdAt(i))) charge('otherwise')
      if (i === 0) chargeStart(s.setup, holdAt(0), charge)
      if (rival.has(i - 1) && s.columns[i].moves) chargeMove(s.setup, holdAt(i - 1), holdAt(i), s.columns[i].gap, charge)
    }
    for (const j of touched) {
      const [a, b] = j.back ? [j.high, j.low] : [j.low, j.high]
      chargeJump(s.setup, holdAt(a), holdAt(b), j.gap, charge)
    }
    return times
  }
  const mine = counted(chosen)
  const other = (i: number): Hold => rival.get(i) ?? chosen(i)
  const theirs = counted(other)
  const freshAmong = (holdAt: (i: number) => Hold): number => [...rival.keys()].filter((i) => !isLearned(holdAt(i))).length
  const shiftedBy = (holdAt: (i: number) => Hold): number =>
    [...rival.keys()].reduce(
      (sum, i) => (rival.has(i - 1) && s.columns[i].moves ? sum + Math.abs(shiftOf(s.setup, holdAt(i - 1), holdAt(i))) : sum),
      0,
    )
  const visitsOf = (holdAt: (i: number) => Hold): string[] =>
    [...rival.keys()].flatMap((i) => {
      const comes = i === 0 || (rival.has(i - 1) && s.columns[i].moves !== null)
      const { position } = holdAt(i)
      if (!comes || (i > 0 && holdAt(i - 1).position === position) || laterThanNext(s.setup, position) === null) return []
      return [positionKey(s.setup.instrument.positions[position])]
    })
  const kinds = [...new Set([...mine.keys(), ...theirs.keys()])]
  return {
    times: new Map(kinds.map((k) => [k, { mine: mine.get(k) ?? 0, theirs: theirs.get(k) ?? 0 }])),
    fresh: { mine: freshAmong(chosen), theirs: freshAmong(other) },
    visits: { mine: visitsOf(chosen), theirs: visitsOf(other) },
    shifted: { mine: shiftedBy(chosen), theirs: shiftedBy(other) },
  }
}
