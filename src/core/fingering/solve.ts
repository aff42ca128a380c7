import { choiceOf, type Hold } from '../hands/hold'
import { byOctaves, pitchName, type Pitch } from '../music/pitch'
import { candidates, type Setup } from './candidates'
import { chargeHold, chargeMove, type Gap } from './costs'
import type { Moment } from './moments'
import type { Pin } from './pins'
import { pinAllows } from './pins'
import type { Policy } from './policy'
import { WEIGHTS, type CostKind, type Weights } from './weights'

/** The ways to hold one moment, each with its own cost. `moment` is its index in the line. */
export type Column = {
  readonly moment: number
  readonly pitches: readonly Pitch[]
  readonly gap: Gap
  readonly holds: readonly Hold[]
  readonly own: readonly number[]
  readonly pinned: boolean
}

/** A line ready to be solved: a column for each moment that can be held at all, and what cannot. */
export type Problem = { readonly moment: number; readonly kind: 'out-of-reach' | 'pin-impossible' | 'chord-cut'; readonly pitches: readonly Pitch[] }
export type Table = { readonly setup: Setup; readonly policy: Policy; readonly weights: Weights; readonly columns: readonly Column[]; readonly problems: readonly Problem[] }

/** The least-cost path: a hold index for each column, and the cost up to and including each hold. */
export type Solution = Table & {
  readonly chosen: readonly number[]
  readonly total: number
  readonly before: readonly Float64Array[]
  readonly from: readonly Int16Array[]
}

/** Sums charges with these weights: call `charge` through `costOf`, read the sum back. */
export function costOf(weights: Weights, run: (charge: (kind: CostKind) => void) => boolean | void): number {
  let sum = 0
  const ok = run((kind) => {
    sum += weights[kind]
  })
  return ok === false ? Infinity : sum
}

/** Cost of a move between two holds; Infinity where an open string would have to move the hand. */
export const moveCost = (t: Table, a: Hold, b: Hold, gap: Gap): number =>
  costOf(t.weights, (charge) => chargeMove(t.setup.instrument, a, b, gap, charge))

/** Cost of a hold by itself. */
export const holdCost = (t: Pick<Table, 'setup' | 'policy' | 'weights'>, h: Hold): number =>
  costOf(t.weights, (charge) => chargeHold(t.setup.instrument, t.policy, h, charge))

/**
 * Lays out the columns: for each moment the ways that the class has learned, or, where none serves, all there are.
 * Pins leave only what they allow; a pin that nothing satisfies is reported and set aside.
 * `octaves` moves the line's pitches to where the seat's part writes them.
 */
export function layOut(
  setup: Setup, policy: Policy, moments: readonly Moment[], octaves: number,
  pins: ReadonlyMap<string, Pin> = new Map(), weights: Weights = WEIGHTS,
): Table {
  const problems: Problem[] = []
  const all = new Map<string, Hold[]>()
  // Open strings with every position are made below, once the positions that occur are known.
  const stopped = (pitches: readonly Pitch[]): Hold[] => {
    const name = pitches.map(pitchName).join(' ')
    let holds = all.get(name)
    if (!holds) all.set(name, (holds = candidates(setup, pitches, [HAND_AT_FIRST])))
    return holds
  }

  type Draft = { moment: number; pitches: readonly Pitch[]; gap: Gap; holds: readonly Hold[]; pinned: boolean }
  const drafts: Draft[] = []
  let skipped = false
  moments.forEach((m, moment) => {
    let pitches: readonly Pitch[] = m.pitches.map((p) => byOctaves(p, octaves))
    let holds = stopped(pitches)
    if (holds.length === 0 && pitches.length > 1) {
      // A chord beyond the hand: the top note stands for it, and the teacher is told.
      problems.push({ moment, kind: 'chord-cut', pitches })
      pitches = pitches.slice(-1)
      holds = stopped(pitches)
    }
    if (holds.length === 0) {
      problems.push({ moment, kind: 'out-of-reach', pitches })
      skipped = true
      return
    }
    const pin = pins.get(m.events[0].event.id)
    const allowed = pin ? holds.filter((h) => pinAllows(pin, setup.instrument, h)) : []
    if (pin && allowed.length === 0) problems.push({ moment, kind: 'pin-impossible', pitches })
    const learned = holds.filter((h) => h.learned)
    const gap = skipped ? { slurred: false, rest: true } : m.gap
    skipped = false
    drafts.push({ moment, pitches, gap, holds: allowed.length ? allowed : learned.length ? learned : holds, pinned: allowed.length > 0 })
  })

  const carried = [...new Set([HAND_AT_FIRST, ...drafts.flatMap((d) => d.holds.filter((h) => !h.open).map((h) => h.position))])].sort((a, b) => a - b)
  const spread = new Map<readonly Hold[], { holds: readonly Hold[]; own: readonly number[] }>()
  const columns = drafts.map(({ holds: short, ...d }): Column => {
    let wide = spread.get(short)
    if (!wide) {
      const holds = short.flatMap((h) => (h.open ? carried.map((position): Hold => ({ ...h, position })) : [h]))
      wide = { holds, own: holds.map((h) => holdCost({ setup, policy, weights }, h)) }
      spread.set(short, wide)
    }
    return { ...d, ...wide }
  })
  return { setup, policy, weights, columns, problems }
}

/** Index of first position in every seat's table: where a hand is before it has to be anywhere. */
const HAND_AT_FIRST = 1

/** The exact least-cost way through the columns (shortest path, one pass; ties go to the hold listed first). */
export function solve(table: Table): Solution {
  const { columns } = table
  const before: Float64Array[] = []
  const from: Int16Array[] = []
  columns.forEach((c, i) => {
    const cost = new Float64Array(c.holds.length)
    const back = new Int16Array(c.holds.length).fill(-1)
    for (let b = 0; b < c.holds.length; b++) {
      if (i === 0) {
        cost[b] = c.own[b]
        continue
      }
      const last = columns[i - 1]
      let best = Infinity
      for (let a = 0; a < last.holds.length; a++) {
        const reached = before[i - 1][a]
        if (reached >= best) continue
        const here = reached + moveCost(table, last.holds[a], c.holds[b], c.gap)
        if (here < best) {
          best = here
          back[b] = a
        }
      }
      cost[b] = best + c.own[b]
    }
    before.push(cost)
    from.push(back)
  })
  const chosen = new Array<number>(columns.length)
  let at = columns.length ? leastOf(before[columns.length - 1]) : -1
  const total = columns.length ? before[columns.length - 1][at] : 0
  for (let i = columns.length - 1; i >= 0; i--) {
    chosen[i] = at
    at = from[i][at]
  }
  return { ...table, chosen, total, before, from }
}

/** Index of the smallest number, the first of equals. */
export function leastOf(costs: ArrayLike<number>): number {
  let least = 0
  for (let i = 1; i < costs.length; i++) if (costs[i] < costs[least]) least = i
  return least
}

/** The choice made in a column, as a player would tell it from another. */
export const chosenChoice = (s: Solution, column: number): string => choiceOf(s.columns[column].holds[s.chosen[column]])
