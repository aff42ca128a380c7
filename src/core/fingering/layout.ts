import { choiceOf, type Hold } from '../hands/hold'
import { byOctaves, type Pitch } from '../music/pitch'
import { once, onceIn } from '../once'
import type { Line } from '../piece/piece'
import { FIRST } from '../instruments/instrument'
import type { Setup } from './candidates'
import { ANYWHERE, chargeHold, chargeJump, chargeMove, chargeStart, type Gap, type StayWait } from './costs'
import type { Moment } from './moments'
import { chargeOrnament } from './ornaments'
import { pinAllows, pinLacks, type Lacks, type Pin } from './pins'
import { pinsHeldAt } from './pinsHold'
import { stepsOf, type RouteStep } from './route'
import { stayOnly, withStays } from './visits'
import { waysIn } from './ways'
import { weightsFor, type CostKind, type Weights } from './weights'

/** The ways to hold one moment, each with its own cost. `moment` is its index in the line. */
export type Column = {
  readonly moment: number
  readonly pitches: readonly Pitch[]
  readonly gap: Gap
  readonly holds: readonly Hold[]
  readonly own: Float64Array
  /** Cost of the move from each hold of the column before (rows) to each of this one; null when that step is never played. */
  readonly moves: Float64Array | null
  readonly pinned: boolean
  /** Those that the hand may not come to, only stay at. */
  readonly stays: ReadonlySet<Hold>
  /** Every way to hold it, of a class that has learned everything; open strings once. */
  readonly all: readonly Hold[]
}

/** A repeat or ending: two columns that follow each other as played, though not as written. `low` is the earlier written. */
export type ColumnJump = {
  readonly low: number
  readonly high: number
  /** Played from `high` back to `low`. */
  readonly back: boolean
  readonly gap: Gap
  /** Cost for each hold of `low` (rows) with each of `high`. */
  readonly moves: Float64Array
}

/** What could not be done as asked at a moment. */
export type Problem = { readonly moment: number; readonly pitches: readonly Pitch[] } & (
  | { readonly kind: 'out-of-reach' | 'chord-cut' }
  // Which of a pin's wishes nothing here fulfils.
  | { readonly kind: 'pin-impossible'; readonly lacks: Lacks }
)

/** A line ready to be solved: a column for each moment that can be held at all, and what cannot. */
export type Table = {
  readonly setup: Setup
  readonly weights: Weights
  readonly columns: readonly Column[]
  readonly jumps: readonly ColumnJump[]
  readonly problems: readonly Problem[]
  /** What it was made from, to make it again with one column wider. */
  readonly source: LineAsk
}

/** What a table is made from. `octaves` moves the line's pitches to where the seat's part writes them. */
export type LineAsk = {
  readonly line: Line
  readonly moments: readonly Moment[]
  readonly octaves: number
  readonly pins: ReadonlyMap<string, Pin>
  /** By moment: the choice that is kept because the measure has been met with it before. */
  readonly keeps?: ReadonlyMap<number, string>
  /** Positions, by index, that are left out where another way stands: one that is not learned does where two would be asked for. */
  readonly without?: ReadonlySet<number>
}

/** Prices holds and moves with a set of weights. */
type Pricing = {
  readonly hold: (h: Hold) => number
  readonly start: (h: Hold) => number
  readonly ornament: (h: Hold, around: readonly Pitch[]) => number
  readonly move: (a: Hold, b: Hold, gap: Gap) => number
  readonly jump: (a: Hold, b: Hold, gap: Gap) => number
}

/** Pricing for a setup. A move that may not be made (an open string cannot shift the hand) costs Infinity. */
function pricing(setup: Setup, weights: Weights): Pricing {
  let sum = 0
  const charge = (kind: CostKind, times = 1) => {
    sum += weights[kind] * times
  }
  return {
    hold: (h) => {
      sum = 0
      chargeHold(setup, h, charge)
      return sum
    },
    start: (h) => {
      sum = 0
      chargeStart(setup, h, charge)
      return sum
    },
    ornament: (h, around) => {
      sum = 0
      chargeOrnament(setup, h, around, charge)
      return sum
    },
    move: (a, b, gap) => {
      sum = 0
      return chargeMove(setup, a, b, gap, charge) ? sum : Infinity
    },
    jump: (a, b, gap) => {
      sum = 0
      chargeJump(setup, a, b, gap, charge)
      return sum
    },
  }
}

/** A column before its costs: `free` are the ways that stand without a pin, `all` those of a class that has learned everything. */
type Draft = Pick<Column, 'moment' | 'pitches' | 'holds' | 'pinned' | 'all'> & {
  /** A rest stands before it. */
  readonly rested: boolean
  readonly free: readonly Hold[]
  /** Of a pin, its own or one that holds on here, the ways that it allows. */
  readonly asked: readonly Hold[]
}
/** Holds that several moments share: the same pitches under the same pin, with the same hands waiting. */
type Group = {
  readonly holds: readonly Hold[]
  readonly own: Float64Array
  readonly hands: Hands
  /** Those that the hand may not come to, only stay at. */
  readonly stays: ReadonlySet<Hold>
  /** What it costs to come to it from another group, by what lies between: worked out once for all lines that have both. */
  readonly from: Map<Group, Map<number, Float64Array>>
  /** Of a list of ways that is kept for a class; not of one that a pin has made. */
  readonly lasts: boolean
}

/**
 * Lays out the columns: for each moment the ways that the class has learned, or, where none serves, those with the fewest
 * new things; around these also the ways to stay where the hand had to go (`visits.ts`).
 * Pins leave only what they allow, also of the same notes struck again right after; a pin that nothing satisfies is
 * reported and set aside.
 */
export function layOut(setup: Setup, source: LineAsk): Table {
  const weights = weightsFor(setup.policy)
  const { drafts, problems } = draftColumns(setup, source)
  const price = pricing(setup, weights)
  const column = new Int32Array(source.moments.length).fill(-1)
  drafts.forEach((d, i) => (column[d.moment] = i))
  const steps = route(source, (m) => column[m] < 0)
  const gapOf = gaps(setup, source, drafts)
  const chain = new Array<Gap | undefined>(drafts.length)
  const loops = new Map<number, Gap>()
  const far: { step: RouteStep; from: number; to: number }[] = []
  for (const step of steps) {
    const [from, to] = [column[step.from], column[step.to]]
    if (to === from + 1) chain[to] = gapOf(step)
    else if (to === from) loops.set(to, gapOf(step))
    else far.push({ step, from, to })
  }
  const groups = grouping(drafts, (i) => chain[i] !== undefined, price)
  const keyOf = (gap: Gap): number =>
    (gap.wait.up * 16 + gap.wait.down) * 8 + (gap.slurred ? 4 : 0) + (gap.rest ? 2 : 0) + (gap.slid ? 1 : 0)
  const pinnedBefore = new Map<Group, Map<Group, Map<number, Float64Array>>>()
  // Tunes have few pairs of neighbours that differ: each matrix of moves is made once.
  const movesOf = (a: Group, b: Group, gap: Gap): Float64Array => {
    // What lasts must not hold what a pin has made.
    const from = a.lasts || !b.lasts ? b.from : (pinnedBefore.get(b) ?? pinnedBefore.set(b, new Map()).get(b)!)
    let matrices = from.get(a)
    if (!matrices) from.set(a, (matrices = new Map()))
    const key = keyOf(gap)
    let moves = matrices.get(key)
    if (!moves) {
      moves = new Float64Array(a.holds.length * b.holds.length)
      for (let i = 0, n = 0; i < a.holds.length; i++)
        for (const h of b.holds)
          moves[n++] = b.stays.has(h) && a.holds[i].position !== h.position ? Infinity : price.move(a.holds[i], h, gap)
      matrices.set(key, moves)
    }
    return moves
  }
  const columns = drafts.map((d, i): Column => {
    const group = groups[i]
    const gap = chain[i]
    const loop = loops.size ? loops.get(i) : undefined
    let own = group.own
    // Where nothing leads here a hand does not stay: it comes.
    if (!gap && group.stays.size) own = own.map((c, h) => (group.stays.has(group.holds[h]) ? Infinity : c))
    if (i === 0) own = own.map((c, h) => c + price.start(group.holds[h]))
    const { around } = source.moments[d.moment]
    if (around.length)
      own = own.map(
        (c, h) =>
          c +
          price.ornament(
            group.holds[h],
            around.map((p) => byOctaves(p, source.octaves)),
          ),
      )
    const keeps = source.keeps?.get(d.moment)
    if (keeps !== undefined) own = own.map((c, h) => c + (choiceOf(group.holds[h]) === keeps ? 0 : weights.otherwise))
    if (loop) own = own.map((c, h) => c + price.jump(group.holds[h], group.holds[h], loop))
    const moves = i > 0 && gap ? movesOf(groups[i - 1], group, gap) : null
    const { moment, pitches, pinned, all } = d
    return { moment, pitches, pinned, all, gap: gap ?? NO_GAP, holds: group.holds, stays: group.stays, own, moves }
  })
  // The same of its repeats: many of them lead from like to like.
  const across = new Map<Group, Map<Group, Map<number, Float64Array>>>()
  const jumps = far.map(({ step, from, to }): ColumnJump => {
    const gap = gapOf(step)
    const [low, high] = [Math.min(from, to), Math.max(from, to)]
    const back = to < from
    const [a, b] = [groups[low], groups[high]]
    const byHigh = across.get(a) ?? new Map<Group, Map<number, Float64Array>>()
    const byGap = byHigh.get(b) ?? new Map<number, Float64Array>()
    across.set(a, byHigh.set(b, byGap))
    const key = keyOf(gap) * 2 + Number(back)
    let moves = byGap.get(key)
    if (!moves) {
      moves = matrixOf(a.holds, b.holds, (x, y) => (back ? price.jump(y, x, gap) : price.jump(x, y, gap)))
      byGap.set(key, moves)
    }
    return { low, high, back, gap, moves }
  })
  return { setup, weights, columns, jumps, problems, source }
}

const NO_GAP: Gap = { slurred: false, rest: true, wait: ANYWHERE }

function matrixOf(a: readonly Hold[], b: readonly Hold[], cost: (x: Hold, y: Hold) => number): Float64Array {
  const moves = new Float64Array(a.length * b.length)
  for (let i = 0; i < a.length; i++) for (let j = 0; j < b.length; j++) moves[i * b.length + j] = cost(a[i], b[j])
  return moves
}

/** Where hands may be waiting at a column, with a key that is the same for the same set. */
type Hands = { readonly key: string; readonly positions: readonly number[] }

/**
 * Gives every column its group. An open string keeps the hand where it was before it, so it comes once for every position
 * of the column before; where nothing comes before and after an ending, where the hand may come from anywhere, for every
 * position of the line.
 */
function grouping(drafts: readonly Draft[], chained: (column: number) => boolean, price: Pricing): Group[] {
  const groupOf = (short: readonly Hold[], lasts: boolean, hands: Hands): Group => {
    const { byHands, open } = groupsOf(short)
    const key = open ? hands.key : ''
    let group = byHands.get(key)
    if (!group) {
      const holds = short.flatMap((h) => (h.open ? hands.positions.map((position): Hold => ({ ...h, position })) : [h]))
      byHands.set(
        key,
        (group = {
          from: new Map(),
          lasts,
          holds,
          own: Float64Array.from(holds, price.hold),
          hands: handsAt(holds.map((h) => h.position)),
          stays: stayOnly(short),
        }),
      )
    }
    return group
  }
  // From every way to hold the line, learned or pinned or not: what one moment leaves open must not depend on another's pin.
  const anywhere = handsAt([FIRST, ...[...new Set(drafts.map((d) => d.all))].flatMap(positionsIn)])
  const out: Group[] = []
  drafts.forEach((d, i) => {
    const waiting = i > 0 && chained(i) ? out[i - 1].hands : anywhere
    out.push(groupOf(d.holds, d.asked.length === 0, waiting))
  })
  return out
}

/** The groups of a list of ways, by where hands may be waiting: the list is that of one seat's learning and decisions, and so are they. */
const groupsOf = once((short: readonly Hold[]) => ({ byHands: new Map<string, Group>(), open: short.some((h) => h.open) }))

/** The positions from which a list of ways is stopped. */
const positionsIn = once((ways: readonly Hold[]): readonly number[] => [...new Set(ways.flatMap((h) => (h.open ? [] : [h.position])))])

function handsAt(all: readonly number[]): Hands {
  const positions = [...new Set(all)].sort((a, b) => a - b)
  return { key: positions.join(' '), positions }
}

/** The steps of a line for the seats that can play every moment. */
const wholeRoute = onceIn((line: Line, moments: readonly Moment[]): RouteStep[] => stepsOf(line, moments, () => false))

const route = ({ line, moments }: LineAsk, skip: (moment: number) => boolean): RouteStep[] =>
  moments.some((_, i) => skip(i)) ? stepsOf(line, moments, skip) : wholeRoute(line, moments)

/** What lies between the two moments of a step: as written when they are neighbours, else a fresh bow. */
function gaps(setup: Setup, { moments }: LineAsk, drafts: readonly Draft[]): (step: RouteStep) => Gap {
  const waits = waitsFor(setup, moments, drafts)
  return ({ from, to, rest }) => {
    const written = to === from + 1 ? moments[to].gap : { slurred: false, rest, wait: ANYWHERE }
    return waits ? { ...written, wait: waits.get(to)! } : written
  }
}

/** A shift that is further off than this is as bad as one that is this far. */
const LONGEST_WAIT = 8

/**
 * For each moment how far a shift there would be from where the teacher wants it. Early: with the measure, so it counts
 * from its beginning. Late: on the last note that can wait, so it counts to the next that cannot.
 */
function waitsFor({ policy }: Setup, moments: readonly Moment[], drafts: readonly Draft[]): Map<number, StayWait> | null {
  switch (policy.shiftWhere) {
    case 'pauses':
    case 'same finger':
      return null
    case 'early': {
      const places = new Map<number, number>()
      return new Map(
        drafts.map(({ moment }) => {
          const { index } = moments[moment].events[0].at
          const place = places.get(index) ?? 0
          places.set(index, place + 1)
          const wait = Math.min(place, LONGEST_WAIT)
          return [moment, { up: wait, down: wait }]
        }),
      )
    }
    case 'late': {
      const waits = new Map<number, StayWait>()
      let [up, down]: [number | null, number] = [null, LONGEST_WAIT]
      for (const { moment, free } of [...drafts].reverse()) {
        // A note that first position lacks cannot wait for a shift up; one that only first position has, for a shift down.
        const [atHome, away] = [free.some((h) => h.open || h.position <= FIRST), free.some((h) => h.open || h.position > FIRST)]
        up = atHome ? (up === null ? null : Math.min(up + 1, LONGEST_WAIT)) : 0
        down = away ? Math.min(down + 1, LONGEST_WAIT) : 0
        waits.set(moment, { up: up ?? 0, down })
      }
      return waits
    }
  }
}

/** The same without some positions, where that leaves any; the same list for the same ways. */
function sparing(ways: readonly Hold[], without: LineAsk['without'], key: string): readonly Hold[] {
  if (!without?.size) return ways
  const known = spared(ways)
  let list = known.get(key)
  if (!list) {
    const rest = ways.filter((h) => h.open || !without.has(h.position))
    known.set(key, (list = rest.length && rest.length < ways.length ? rest : ways))
  }
  return list
}
const spared = once((_: readonly Hold[]) => new Map<string, readonly Hold[]>())

/** Each moment with the holds that may be chosen, open strings still once; and what is out of reach. */
function draftColumns(setup: Setup, { moments, octaves, pins, without }: LineAsk): { drafts: Draft[]; problems: Problem[] } {
  const problems: Problem[] = []
  const drafts: Draft[] = []
  const waysOf = waysIn(setup, octaves)
  const pinAt = pinsHeldAt(moments, pins)
  const spares = [...(without ?? [])].sort((a, b) => a - b).join()
  moments.forEach((m, moment) => {
    let found = waysOf(m.pitches, m.touched)
    if (found.all.length === 0 && m.pitches.length > 1) {
      // A chord beyond the hand: the top note stands for it, and the teacher is told.
      problems.push({ moment, kind: 'chord-cut', pitches: found.pitches })
      found = waysOf(m.pitches.slice(-1))
    }
    const { pitches, all } = found
    if (all.length === 0) {
      problems.push({ moment, kind: 'out-of-reach', pitches })
      return
    }
    const pinned = pinAt[moment]
    const asked = pinned ? all.filter((h) => pinAllows(pinned.pin, setup.instrument, h)) : []
    if (pinned?.own && asked.length === 0)
      problems.push({ moment, kind: 'pin-impossible', pitches, lacks: pinLacks(pinned.pin, setup.instrument, all) })
    const free = sparing(found.free, without, spares)
    const holds = asked.length ? asked : free
    drafts.push({ moment, pitches, holds, free, all, asked, pinned: pinned?.own === true && asked.length > 0, rested: m.gap.rest })
  })
  const standing = withStays(drafts, setup.learned)
  // How long a shift can wait is asked of the line as it stands without pins.
  const unasked =
    pins.size && setup.policy.shiftWhere === 'late'
      ? withStays(
          drafts.map((d) => ({ ...d, asked: [] })),
          setup.learned,
        )
      : standing
  return { drafts: drafts.map((d, i) => ({ ...d, free: unasked[i], holds: d.asked.length ? d.asked : standing[i] })), problems }
}
