import type { Hold, Need } from '../hands/hold'
import { FIRST, type Shape } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import { once } from '../once'

/**
 * New things that a hand goes to and stays at: they are met when the hand comes there, and not again at every note. A new
 * finger, place or chord is met at each note that asks for it.
 */
const VISITED: readonly Need[] = ['position', 'string', 'extension']
export const isVisited = (n: Need): boolean => VISITED.includes(n)

/** Whether a new string or opened hand is met when a hand comes from `a` to `b`: not when it was there already. */
export function isMet(need: 'string' | 'extension', a: Hold | null, b: Hold): boolean {
  if (!b.needs.includes(need)) return false
  if (!a?.needs.includes(need)) return true
  return need === 'string' ? a.low > b.high || b.low > a.high : a.position !== b.position || a.shape !== b.shape
}

/** Of the ways that are learned those at the nut, in first or half position, for a class that leaves it only where it has no room. */
export function atHome({ shifts }: Pick<Learned, 'shifts'>, ways: readonly Hold[]): readonly Hold[] {
  if (shifts !== 'needed' || ways.some((h) => h.needs.length > 0)) return ways
  const home = ways.filter((h) => h.open || h.position <= FIRST)
  return home.length ? home : ways
}

/**
 * A moment, with the ways to hold it that the class has learned or, where none serves, those with few new things (`free`);
 * and of a pin those that it allows (`asked`).
 */
type Held = {
  readonly all: readonly Hold[]
  readonly free: readonly Hold[]
  readonly asked: readonly Hold[]
  /** A rest stands before it. */
  readonly rested: boolean
}

/** Where a hand has to go because nothing learned serves: its neighbours may be played there too. */
type Goal = {
  readonly position: number
  readonly shape: Shape
  readonly needs: readonly Need[]
  readonly low: number
  readonly high: number
  /** The same for the same place. */
  readonly key: string
}

/** How many moments a hand stays on at most where it had to go: about a line of quarters and eighths. From memory. */
const LONGEST_STAY = 32

/** How many notes a hand plays at the most where one after them will take it, so that it goes there in a pause. From memory. */
const EARLIEST = 2

const goal = ({ position, shape, needs: all, low, high }: Hold): Goal => {
  const needs = all.filter(isVisited)
  const key = `${position} ${shape} ${needs.join()} ${needs.includes('string') ? `${low}-${high}` : ''}`
  return { position, shape, needs, low, high, key }
}

const NO_GOALS: readonly Goal[] = []
const goalsAmong = (free: readonly Hold[], needed: boolean): readonly Goal[] =>
  free.every((h) => !h.open && (h.needs.some(isVisited) || (needed && h.position > FIRST))) ? free.map(goal) : NO_GOALS
/** Where the ways of a list have to go, by whether its class leaves first position only where it must. Found once for a list. */
const goalsNeeded = once((free: readonly Hold[]) => goalsAmong(free, true))
const goalsElse = once((free: readonly Hold[]) => goalsAmong(free, false))

/** Where a pin sends the hand: a place away from the nut, if it leaves only one. */
function sentTo({ asked }: Held): readonly Goal[] {
  const [first] = asked
  if (!first || first.position === FIRST || asked.some((h) => h.open || h.position !== first.position)) return NO_GOALS
  return asked.map(goal)
}

/** Whether a hold stays where the hand had to go, with nothing new but what it went there for, and without reaching for it. */
const stays = (h: Hold, g: Goal): boolean =>
  !h.open &&
  h.needs.every((n) => g.needs.includes(n)) &&
  h.position === g.position &&
  (g.needs.includes('extension') || h.stops.every((s) => !s.stretch)) &&
  (!h.needs.includes('extension') || h.shape === g.shape) &&
  (!h.needs.includes('string') || (h.low <= g.high && g.low <= h.high))

/**
 * For each moment the ways that stand without a pin. After a note that takes the hand somewhere new it may stay on, so that
 * it goes back at a good place: the ways there stand beside those that are learned. It does not leave sooner what it knows,
 * but for a pause: while an open string rings or in a rest, a note or two before, it may go at once to a place that it knows.
 * So does a class that leaves first position only for what that has no room for, and a hand that a pin has sent away.
 */
export function withStays(moments: readonly Held[], { shifts }: Pick<Learned, 'shifts'>): (readonly Hold[])[] {
  const goalsOf = shifts === 'needed' ? goalsNeeded : goalsElse
  const goals = moments.map((m) => (m.asked.length ? sentTo(m) : goalsOf(m.free)))
  if (goals.every((g) => g.length === 0)) return moments.map((m) => m.free)
  const ahead = goalsAhead(moments, goals)
  // The places that a hand may have come to of late, each with how many of the last moments it stands in.
  const near = new Map<string, { readonly goal: Goal; readonly times: number }>()
  let key: string | null = ''
  const count = (all: readonly Goal[], by: 1 | -1): void => {
    for (const g of all) {
      const times = (near.get(g.key)?.times ?? 0) + by
      if (times === 0) near.delete(g.key)
      else near.set(g.key, { goal: g, times })
      if (times === 0 || (times === 1 && by === 1)) key = null
    }
  }
  return moments.map((m, i) => {
    if (i > 0) count(goals[i - 1], 1)
    if (i > LONGEST_STAY) count(goals[i - 1 - LONGEST_STAY], -1)
    const early = ahead.get(i)
    // While an open string rings the hand goes back by itself.
    if ((near.size === 0 && !early) || ringsIn(m.free)) return m.free
    key ??= [...near.keys()].sort().join('|')
    return stayingAt(m, key, () => [...near.values()].map((n) => n.goal), early ?? NOBODY)
  })
}

/** Where a hand may be early at a moment: it comes there, or is there already. */
type Early = { readonly goals: readonly Goal[]; readonly comes: boolean; readonly key: string }
const NOBODY: Early = { goals: NO_GOALS, comes: false, key: '' }

/** For the moments between a pause and a note that takes the hand away, where it will have to be. */
function goalsAhead(moments: readonly Held[], goals: readonly (readonly Goal[])[]): ReadonlyMap<number, Early> {
  const ahead = new Map<number, Early>()
  let pause = 0
  moments.forEach((m, i) => {
    if (m.rested) pause = i
    if (ringsIn(m.free)) pause = i + 1
    if (i - pause > EARLIEST || m.asked.length > 0) return
    const known = goals[i].filter((g) => g.needs.length === 0)
    if (known.length === 0) return
    const key = known.map((g) => g.key).join('|')
    // What is nearer counts where two notes ask for different places.
    for (let k = pause; k < i; k++) {
      const comes = k === pause
      if (goals[k].length === 0 && !ahead.has(k)) ahead.set(k, { goals: known, comes, key: comes ? `${key}!` : key })
    }
  })
  return ahead
}

/** Whether one of a list's ways has an open string. */
const ringsIn = once((ways: readonly Hold[]): boolean => ways.some((h) => h.stops.some((s) => s.finger === 0)))

/** Of a list of ways those that only stand because the hand is there already: it may not come there for them. */
export const stayOnly = (ways: readonly Hold[]): ReadonlySet<Hold> => added(ways).stays
const NONE: ReadonlySet<Hold> = new Set()
const added = once((_: readonly Hold[]) => ({ stays: NONE }))

/** The same list for the same ways and goals: many moments share it. */
const staying = once((_: readonly Hold[]) => new Map<string, readonly Hold[]>())

function stayingAt({ all, free }: Held, key: string, near: () => readonly Goal[], early: Early): readonly Hold[] {
  const known = staying(free)
  const whole = early === NOBODY ? key : `${key} then ${early.key}`
  let list = known.get(whole)
  if (!list) {
    const goals = near()
    const others = all.filter((h) => !free.includes(h))
    const comes = early.comes ? others.filter((h) => early.goals.some((g) => stays(h, g))) : []
    const more = others.filter((h) => !comes.includes(h) && [...goals, ...early.goals].some((g) => stays(h, g)))
    known.set(whole, (list = comes.length + more.length ? [...free, ...comes, ...more] : free))
    if (more.length) added(list).stays = new Set(more)
  }
  return list
}
