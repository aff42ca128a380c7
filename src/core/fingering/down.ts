import { handSteps, type HandStep } from './along'
import { chosenAt } from './solve'
import type { Hold, Stop } from '../hands/hold'
import { type Place, rankOf } from '../instruments/instrument'
import { once } from '../once'
import type { SeatMap } from './map'
import type { Policy } from './policy'

/** A finger on a string; strings by index from the lowest. */
export type FingerOn = { readonly finger: number; readonly string: number; readonly place?: Place }

/** The left hand while a column sounds. */
type HandAt = {
  /** Every finger that is down, by string. */
  readonly down: readonly FingerOn[]
  /** Of those, the ones that sound nothing now but play again before the hand needs them elsewhere. */
  readonly keep: readonly FingerOn[]
  /** Fingers that can be set already for what comes next, and while what. */
  readonly prepare: { readonly fingers: readonly FingerOn[]; readonly during: 'rest' | 'open string' } | null
}

/** How many columns ahead a hand looks for a finger that it could keep down. */
const LOOK = 8

const made = once((_: SeatMap) => new Map<Policy['fingersDown'], readonly HandAt[]>())

/**
 * The fingers down at each column of a seat's line under a rule. Blocks: all lower fingers of the frame are down with the
 * one that plays. Visits: so too, but a finger that visits another string for one note stands there by itself. Independent:
 * only the one that plays. Under all of them a finger stays where it will play again soon, if
 * nothing is asked of it or of its string meanwhile. Common practice of the three rules.
 */
export function handsAlong(map: SeatMap, rule: Policy['fingersDown'] = map.solution.setup.policy.fingersDown): readonly HandAt[] {
  const byRule = made(map)
  let hands = byRule.get(rule)
  if (!hands) byRule.set(rule, (hands = derive(map, rule)))
  return hands
}

function derive(map: SeatMap, rule: Policy['fingersDown']): HandAt[] {
  const { columns } = map.solution
  const holdAt = (i: number): Hold => chosenAt(map.solution, i)
  const block = (s: Stop, at: number): FingerOn[] => {
    if (s.finger === 0 || s.harmonic) return s.finger ? [{ finger: s.finger, string: s.string }] : []
    // On the bass in 1-2-4, 3 is set with 4 and helps it.
    const alone = rule === 'independent' || (rule === 'visits' && isLoneVisit(map, at))
    const lower = !alone ? [1, 2, 3].filter((f) => f < rankOf(s.finger)) : []
    return [...lower, s.finger].map((finger) => ({ finger, string: s.string }))
  }
  const hands: HandAt[] = []
  let down: readonly FingerOn[] = []
  columns.forEach((c, i) => {
    const hold = holdAt(i)
    const moved = i > 0 && holdAt(i - 1).position !== hold.position
    const playing = hold.stops.flatMap((s) => block(s, i))
    const useful = (f: FingerOn) => returns(map, i, f) || (rule !== 'independent' && down.some((g) => isAbove(g, f) && returns(map, i, g)))
    const stays = moved || !c.moves ? [] : down.filter((f) => !playing.some((p) => same(p, f)) && mayStay(hold, f) && useful(f))
    down = [...playing, ...stays]
    const sounding = hold.stops.filter((s) => s.finger > 0).map((s): FingerOn => ({ finger: s.finger, string: s.string }))
    hands.push({ down, keep: stays.filter((f) => !sounding.some((s) => same(s, f))), prepare: preparation(map, i, block) })
  })
  return hands
}

/** A finger that plays and then stays down: up to the event at which it plays again. */
export type Stay = { readonly finger: number; readonly string: number; readonly to: string }

/** The fingers of a seat's line that lie on while others play, by the event at which they are set: those that play again before the hand needs them elsewhere. */
export function staysOf(map: SeatMap): ReadonlyMap<string, readonly Stay[]> {
  const hands = handsAlong(map)
  const steps = handSteps(map)
  const plays = (i: number, f: FingerOn): boolean => steps[i].hold.stops.some((s) => same(s, f))
  const found = new Map<string, Stay[]>()
  hands.forEach(({ keep }, i) => {
    for (const f of keep) {
      // It was set where it played last; a finger that only stands below another has not played.
      if (i === 0 || !plays(i - 1, f)) continue
      let to = i
      while (to < steps.length && !plays(to, f) && hands[to].keep.some((k) => same(k, f))) to++
      if (to >= steps.length || !plays(to, f)) continue
      const [from, until] = [i - 1, to].map((at) => steps[at].placed.event.id)
      found.set(from, [...(found.get(from) ?? []), { finger: f.finger, string: f.string, to: until }])
    }
  })
  return found
}

/** Whether a column is one stopped note on a string that the notes before and after it do not touch, the hand in place. */
export function isLoneVisit(map: SeatMap, column: number): boolean {
  const steps = handSteps(map)
  const { comes, hold } = steps[column]
  const [last, next] = [steps[column - 1], steps[column + 1]] as (HandStep | undefined)[]
  if (hold.stops.length !== 1 || hold.stops[0].finger === 0 || !last || !next || !comes || !next.comes) return false
  const { string } = hold.stops[0]
  const elsewhere = (h: Hold) => h.position === hold.position && h.stops.every((s) => s.string !== string)
  return elsewhere(last.hold) && elsewhere(next.hold)
}

const same = (a: FingerOn, b: FingerOn) => a.finger === b.finger && a.string === b.string

/** A higher finger on the same string: in a block it stands on the lower ones. */
const isAbove = (g: FingerOn, f: FingerOn) => g.string === f.string && rankOf(g.finger) > rankOf(f.finger)

/** A finger may stay while a hold sounds unless it would stop a string lower down or is needed there itself. */
const mayStay = (h: Hold, f: FingerOn): boolean =>
  h.stops.every((s) => (s.string === f.string ? rankOf(s.finger) > rankOf(f.finger) : s.finger !== f.finger))

/** Whether a finger plays again on its string soon, with the hand in place and nothing against it on the way. */
function returns(map: SeatMap, from: number, f: FingerOn): boolean {
  const { columns } = map.solution
  const at = (i: number): Hold => chosenAt(map.solution, i)
  const k = lastPlace(map, from, f)
  for (let i = from + 1; i < Math.min(columns.length, from + LOOK); i++) {
    const h = at(i)
    if (!columns[i].moves || columns[i].gap.rest || h.position !== at(from).position) return false
    if (h.stops.some((s) => same(s, f))) return h.stops.some((s) => same(s, f) && (k === null || s.k === k))
    if (!mayStay(h, f)) return false
  }
  return false
}

/** Where a finger last stood on its string, in half steps above open; null when it was only set with a block. */
function lastPlace(map: SeatMap, from: number, f: FingerOn): number | null {
  for (let i = from; i >= Math.max(0, from - LOOK); i--) {
    const stop = chosenAt(map.solution, i).stops.find((s) => same(s, f))
    if (stop) return stop.k
  }
  return null
}

/** What can be set ahead: in a rest anything, while an open string rings only what lies on other strings. */
function preparation(map: SeatMap, i: number, block: (s: Stop, at: number) => FingerOn[]): HandAt['prepare'] {
  const next = map.solution.columns[i + 1]
  if (!next?.moves) return null
  const [here, there] = [chosenAt(map.solution, i), chosenAt(map.solution, i + 1)]
  const stops = there.stops.filter((s) => s.finger > 0)
  if (stops.length === 0) return null
  // The finger that will play is set at its place; the lower ones lie where the frame has them.
  const placed = (f: FingerOn): FingerOn => {
    const own = stops.find((s) => s.finger === f.finger && s.string === f.string)
    return own && own.place !== 'normal' ? { ...f, place: own.place } : f
  }
  const fingers = stops.flatMap((s) => block(s, i + 1)).map(placed)
  if (next.gap.rest) return { fingers, during: 'rest' }
  if (!here.open || stops.some((s) => here.stops.some((o) => o.string === s.string))) return null
  return { fingers, during: 'open string' }
}
