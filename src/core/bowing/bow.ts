import { onceIn } from '../once'
import { secondsBetween } from '../performance/tempo'
import type { Line, Piece } from '../piece/piece'
import { unfold } from '../piece/unfold'
import { groupsOf, type Group } from './strokes'
import { count } from '../count'

export type Bow = 'down' | 'up'

/** Where on the bow a stroke lies, from the frog: the thirds of teaching, the very tip, or all of it. */
export type Contact = 'lower half' | 'middle' | 'upper half' | 'tip' | 'whole bow'

/** One bow stroke of the line. */
export type Stroke = {
  /** Ids of the events that it plays, in order. */
  readonly events: readonly string[]
  readonly bow: Bow
  /** The mark stands in the piece; otherwise it is derived. */
  readonly given: boolean
  /** The bow is lifted and set anew before it. */
  readonly retake: boolean
  readonly contact: Contact
  /** From the frog (0) to the tip (1). */
  readonly from: number
  readonly to: number
}

/** A place where the bow comes out the wrong way round. */
export type WrongWay = {
  readonly event: string
  readonly measure: string
  readonly text: string
  /** Only when the passage is played again: a retake at the joint. */
  readonly again: boolean
}

export type Bowing = {
  readonly strokes: readonly Stroke[]
  readonly wrong: readonly WrongWay[]
  readonly byEvent: ReadonlyMap<string, Stroke>
}

const other = (b: Bow): Bow => (b === 'down' ? 'up' : 'down')

/** The bowing of a line: the same for every seat that reads it. Made once for a line. */
export const bowingOf = onceIn(derive)

/**
 * Down on the strong beat, up for a pickup, a slur or tie one bow, as it comes in between; after a rest the bow is set so
 * that the next strong beat comes down, by a retake where it would not. Marks in the piece stand. Common practice.
 */
function derive(piece: Piece, line: Line): Bowing {
  const groups = groupsOf(piece, line)
  const route = played(line, groups)
  const plain = new Array<Plain>(groups.length)
  for (const { from, to, rest } of route.first) {
    const group = groups[to]
    const last = from < 0 ? undefined : plain[from]
    const mark = group.notes[0].event.bow
    const natural = last ? other(last.bow) : 'down'
    const bow = mark ?? (!last || rest ? towardsStrongBeat(groups, to) : natural)
    plain[to] = { group, before: from, bow, given: mark !== undefined, rest, retake: last !== undefined && bow !== natural }
  }
  const spots = contacts(piece, plain)
  const strokes = plain.map(({ group, bow, given, retake }, i): Stroke => ({
    events: group.notes.map((n) => n.event.id),
    bow,
    given,
    retake,
    ...spots[i],
  }))
  const wrong = [...wrongWays(plain), ...wrongRepeats(plain, route.again)]
  return { strokes, wrong, byEvent: new Map(strokes.flatMap((s) => s.events.map((e) => [e, s] as const))) }
}

/** A stroke before its place on the bow is known; `before` is the stroke that is played before it, −1 for none. */
type Plain = {
  readonly group: Group
  readonly before: number
  readonly bow: Bow
  readonly given: boolean
  readonly rest: boolean
  readonly retake: boolean
}

/** One stroke follows another as the line is played. */
type Follows = { readonly from: number; readonly to: number; readonly rest: boolean }

/**
 * How the strokes follow each other when repeats and endings are played: to each the first time (what is never played
 * comes after what is written before it), and every other way to one that has been played already.
 */
function played(line: Line, groups: readonly Group[]): { first: Follows[]; again: Follows[] } {
  const first: Follows[] = []
  const again = new Map<string, Follows>()
  const seen = new Set<number>()
  const byMeasure = line.measures.map((): number[] => [])
  groups.forEach((g, i) => byMeasure[g.notes[0].at.index].push(i))
  const restsLast = (index: number) => line.measures[index].events.at(-1)?.kind === 'rest'
  const restsFirst = (index: number) => line.measures[index].events[0]?.kind === 'rest'
  let [last, lastMeasure, rest] = [-1, -1, false]
  for (const index of unfold(line)) {
    if (lastMeasure >= 0 && index !== lastMeasure + 1) rest ||= restsLast(lastMeasure)
    if (byMeasure[index].length === 0 && restsFirst(index)) rest = true
    byMeasure[index].forEach((to, n) => {
      const follows = { from: last, to, rest: rest || (n === 0 && index !== lastMeasure + 1 ? restsFirst(index) : groups[to].rest) }
      if (!seen.has(to)) first.push(follows)
      else again.set(`${last} ${to}`, follows)
      seen.add(to)
      last = to
      rest = false
    })
    lastMeasure = index
  }
  groups.forEach((g, to) => {
    if (!seen.has(to)) first.push({ from: to - 1, to, rest: g.rest })
  })
  first.sort((a, b) => orderOf(a, seen) - orderOf(b, seen))
  const written = new Set(first.map((f) => `${f.from} ${f.to}`))
  return { first, again: [...again.values()].filter((f) => !written.has(`${f.from} ${f.to}`)) }
}

/** Those that are played keep their order; the others come after them. */
const orderOf = (f: Follows, seen: ReadonlySet<number>): number => (seen.has(f.to) ? 0 : 1)

const onStrongBeat = (g: Group): boolean => g.notes[0].into === 0

/** The direction from which the strokes, taken as they come, reach the next first beat (or the next rest) with a down-bow. */
function towardsStrongBeat(groups: readonly Group[], i: number): Bow {
  let strokes = 0
  while (i + strokes < groups.length && !onStrongBeat(groups[i + strokes])) {
    // A rest before the strong beat: the bow is set anew there, and the first stroke may be as it likes.
    if (strokes > 0 && groups[i + strokes].rest) return 'down'
    strokes++
  }
  if (i + strokes >= groups.length) return 'down'
  if (strokes > 0 && groups[i + strokes].rest) return 'down'
  return strokes % 2 === 0 ? 'down' : 'up'
}

/** First beats that come up-bow, once for each stretch of measures. */
function wrongWays(plain: readonly Plain[]): WrongWay[] {
  const wrong: WrongWay[] = []
  const wrongAt = new Set<number>()
  plain.forEach((p, i) => {
    if (!onStrongBeat(p.group)) return
    // The stroke on the first beat before this one, as it is played.
    let strokes = 0
    let at = i
    do {
      at = plain[at].before
      strokes++
    } while (at >= 0 && strokes <= plain.length && !onStrongBeat(plain[at].group))
    const before = plain[at]
    const { beats } = p.group.notes[0].at.meter
    // Three even strokes to a measure alternate: every other measure begins up, as it should.
    const alternates = beats % 2 === 1 && before?.bow === 'down' && strokes % 2 === 1
    if (p.bow !== 'up' || p.given || alternates) return
    wrongAt.add(i)
    if (wrongAt.has(at)) return
    const { number } = p.group.notes[0].at.measure
    const why = before && !p.rest ? `${count(strokes, 'stroke')} in the measure before` : 'as the marks lead'
    wrong.push({ event: p.group.notes[0].event.id, measure: number, text: `Measure ${number} begins up-bow: ${why}.`, again: false })
  })
  return wrong
}

/** Repeats and endings that come to a stroke in the direction it begins with: the bow must be lifted there. */
function wrongRepeats(plain: readonly Plain[], again: readonly Follows[]): WrongWay[] {
  return again.flatMap(({ from, to, rest }) => {
    const [a, b] = [plain[from], plain[to]]
    if (rest || !a || a.bow !== b.bow) return []
    const [last, first] = [a.group.notes[0], b.group.notes[0]]
    const text = `From measure ${last.at.measure.number} to ${first.at.measure.number} the repeat needs a retake: it ends and begins ${a.bow}-bow.`
    return [{ event: last.event.id, measure: last.at.measure.number, text, again: true }]
  })
}

/** Seconds that a whole bow lasts at an even mezzo forte; from memory. */
const WHOLE_BOW = 2
/** A stroke this long uses it all. */
const WHOLE = 0.9

/** Where each stroke lies, from its length: short ones about the middle, whole bows from end to end, each from where the last one stopped. */
function contacts(piece: Piece, plain: readonly Plain[]): { contact: Contact; from: number; to: number }[] {
  let at: number | null = null
  return plain.map(({ group, bow, retake }) => {
    const [first, last] = [group.notes[0], group.notes[group.notes.length - 1]]
    const amount = Math.min(1, secondsBetween(piece, first.onset, last.onset + last.ticks) / WHOLE_BOW)
    const sign = bow === 'down' ? 1 : -1
    if (amount >= WHOLE) {
      at = bow === 'down' ? 1 : 0
      return { contact: 'whole bow', from: bow === 'down' ? 0 : 1, to: at }
    }
    // Set anew, a stroke is played about the middle.
    const from: number = at === null || group.rest || retake ? 0.5 - (sign * amount) / 2 : at
    const to = Math.min(1, Math.max(0, from + sign * amount))
    at = to
    return { contact: contactOf((from + to) / 2), from, to }
  })
}

/** Up to where on the hair each part of the bow reaches: 0 is the frog, 1 the tip. Common practice; the middle is a quarter of it. */
const PARTS: readonly (readonly [Contact, number])[] = [
  ['lower half', 0.37],
  ['middle', 0.63],
  ['upper half', 0.88],
]

const contactOf = (middle: number): Contact => PARTS.find(([, end]) => middle < end)?.[0] ?? 'tip'
