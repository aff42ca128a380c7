import type { Hold } from '../hands/hold'
import { byOctaves, pitchName, stepsOf, type Pitch } from '../music/pitch'
import { candidates, type Setup } from './candidates'
import { chargeHold, chargeMove, type Gap } from './costs'
import type { Moment } from './moments'
import { pinAllows, type Pin } from './pins'
import type { Policy } from './policy'
import { WEIGHTS, type CostKind, type Weights } from './weights'

/** The ways to hold one moment, each with its own cost. `moment` is its index in the line. */
export type Column = {
  readonly moment: number
  readonly pitches: readonly Pitch[]
  readonly gap: Gap
  readonly holds: readonly Hold[]
  readonly own: readonly number[]
  /** Cost of the move from each hold of the column before (rows) to each of this one. */
  readonly moves: Float64Array
  readonly pinned: boolean
}

/** What could not be done as asked at a moment. */
export type Problem = {
  readonly moment: number
  readonly kind: 'out-of-reach' | 'pin-impossible' | 'chord-cut'
  readonly pitches: readonly Pitch[]
}

/** A line ready to be solved: a column for each moment that can be held at all, and what cannot. */
export type Table = {
  readonly setup: Setup
  readonly policy: Policy
  readonly weights: Weights
  readonly columns: readonly Column[]
  readonly problems: readonly Problem[]
}

/** The least-cost path: a hold index for each column, and the cost up to and including each hold. */
export type Solution = Table & {
  readonly chosen: readonly number[]
  readonly total: number
  readonly before: readonly Float64Array[]
  readonly from: readonly Int16Array[]
}

/** Prices holds and moves with a set of weights. */
export type Pricing = { readonly hold: (h: Hold) => number; readonly move: (a: Hold, b: Hold, gap: Gap) => number }

/** Pricing for a seat and policy. A move that may not be made (an open string cannot shift the hand) costs Infinity. */
export function pricing({ setup, policy, weights }: Pick<Table, 'setup' | 'policy' | 'weights'>): Pricing {
  let sum = 0
  const charge = (kind: CostKind) => {
    sum += weights[kind]
  }
  return {
    hold: (h) => {
      sum = 0
      chargeHold(setup.instrument, policy, h, charge)
      return sum
    },
    move: (a, b, gap) => {
      sum = 0
      return chargeMove(setup.instrument, a, b, gap, charge) ? sum : Infinity
    },
  }
}

/** Holds that several moments share: the same pitches under the same pin. */
type Group = { readonly index: number; readonly holds: readonly Hold[]; readonly own: readonly number[] }
type Draft = {
  readonly moment: number
  readonly pitches: readonly Pitch[]
  readonly gap: Gap
  readonly holds: readonly Hold[]
  readonly pinned: boolean
}

/** Index of first position in every seat's table: where a hand is before it has to be anywhere. */
const HAND_AT_FIRST = 1

/**
 * Lays out the columns: for each moment the ways that the class has learned, or, where none serves, all there are.
 * Pins leave only what they allow; a pin that nothing satisfies is reported and set aside.
 * `octaves` moves the line's pitches to where the seat's part writes them.
 */
export function layOut(
  setup: Setup,
  policy: Policy,
  moments: readonly Moment[],
  octaves: number,
  pins: ReadonlyMap<string, Pin> = new Map(),
  weights: Weights = WEIGHTS,
): Table {
  const { drafts, problems } = draftColumns(setup, moments, octaves, pins)
  const price = pricing({ setup, policy, weights })
  const carried = [...new Set([HAND_AT_FIRST, ...drafts.flatMap((d) => d.holds.filter((h) => !h.open).map((h) => h.position))])].sort(
    (a, b) => a - b,
  )
  const groups = new Map<readonly Hold[], Group>()
  const groupOf = (short: readonly Hold[]): Group => {
    let group = groups.get(short)
    if (!group) {
      const holds = short.flatMap((h) => (h.open ? carried.map((position): Hold => ({ ...h, position })) : [h]))
      groups.set(short, (group = { index: groups.size, holds, own: holds.map(price.hold) }))
    }
    return group
  }
  // A tune has few pairs of neighbours that differ: each matrix of moves is made once.
  const matrices = new Map<number, Float64Array>()
  const movesOf = (a: Group, b: Group, gap: Gap): Float64Array => {
    const key = ((a.index * 4096 + b.index) * 2 + (gap.slurred ? 1 : 0)) * 2 + (gap.rest ? 1 : 0)
    let moves = matrices.get(key)
    if (!moves) {
      moves = new Float64Array(a.holds.length * b.holds.length)
      for (let i = 0; i < a.holds.length; i++)
        for (let j = 0; j < b.holds.length; j++) moves[i * b.holds.length + j] = price.move(a.holds[i], b.holds[j], gap)
      matrices.set(key, moves)
    }
    return moves
  }
  let last: Group | null = null
  const columns = drafts.map((d): Column => {
    const group = groupOf(d.holds)
    const moves = last ? movesOf(last, group, d.gap) : NO_MOVES
    last = group
    return { moment: d.moment, pitches: d.pitches, gap: d.gap, holds: group.holds, own: group.own, moves, pinned: d.pinned }
  })
  return { setup, policy, weights, columns, problems }
}

const NO_MOVES = new Float64Array(0)

/** Each moment with the holds that may be chosen, open strings still once; and what is out of reach. */
function draftColumns(
  setup: Setup,
  moments: readonly Moment[],
  octaves: number,
  pins: ReadonlyMap<string, Pin>,
): { drafts: Draft[]; problems: Problem[] } {
  const problems: Problem[] = []
  const drafts: Draft[] = []
  type Known = { readonly pitches: readonly Pitch[]; readonly all: readonly Hold[]; readonly free: readonly Hold[] }
  const known = new Map<string | number, Known>()
  const ways = (written: readonly Pitch[]): Known => {
    const key = written.length === 1 ? stepsOf(written[0]) * 8 + written[0].alter : written.map(pitchName).join(' ')
    let found = known.get(key)
    if (!found) {
      const pitches = written.map((p) => byOctaves(p, octaves))
      const all = candidates(setup, pitches, [HAND_AT_FIRST])
      const learned = all.filter((h) => h.learned)
      known.set(key, (found = { pitches, all, free: learned.length ? learned : all }))
    }
    return found
  }
  let skipped = false
  moments.forEach((m, moment) => {
    let found = ways(m.pitches)
    if (found.all.length === 0 && m.pitches.length > 1) {
      // A chord beyond the hand: the top note stands for it, and the teacher is told.
      problems.push({ moment, kind: 'chord-cut', pitches: found.pitches })
      found = ways(m.pitches.slice(-1))
    }
    if (found.all.length === 0) {
      problems.push({ moment, kind: 'out-of-reach', pitches: found.pitches })
      skipped = true
      return
    }
    const pin = pins.size ? pins.get(m.events[0].event.id) : undefined
    const allowed = pin ? found.all.filter((h) => pinAllows(pin, setup.instrument, h)) : []
    if (pin && allowed.length === 0) problems.push({ moment, kind: 'pin-impossible', pitches: found.pitches })
    const gap = skipped ? { slurred: false, rest: true } : m.gap
    skipped = false
    drafts.push({ moment, pitches: found.pitches, gap, holds: allowed.length ? allowed : found.free, pinned: allowed.length > 0 })
  })
  return { drafts, problems }
}

/** The exact least-cost way through the columns (shortest path, one pass; ties go to the hold listed first). */
export function solve(table: Table): Solution {
  const { columns } = table
  const before: Float64Array[] = []
  const from: Int16Array[] = []
  columns.forEach((c, i) => {
    const width = c.holds.length
    const cost = new Float64Array(width)
    const back = new Int16Array(width).fill(-1)
    for (let b = 0; b < width; b++) {
      if (i === 0) {
        cost[b] = c.own[b]
        continue
      }
      const reached = before[i - 1]
      let best = Infinity
      for (let a = 0; a < reached.length; a++) {
        const here = reached[a] + c.moves[a * width + b]
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
