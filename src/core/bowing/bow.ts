import { onceIn } from '../once'
import { secondsBetween } from '../performance/tempo'
import { loudnessOf } from '../piece/loudness'
import type { Line, Piece } from '../piece/piece'
import { unfold } from '../piece/unfold'
import { groupsOf, type Group } from './strokes'

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
  /** The bow goes as fast as its length asks; slower, where there is less bow than that; faster, to be at the end that the next stroke needs. */
  readonly pace: Pace
}

export type Pace = 'even' | 'save' | 'quick'

/** What turned the bow by its first beat: marks before it, the strokes from the beginning, or those since the first beat of an earlier measure, which began down or up. */
type Turned =
  | { readonly by: 'marks' }
  | { readonly by: 'beginning'; readonly strokes: number }
  | { readonly by: 'measure'; readonly from: number; readonly began: Bow; readonly strokes: number }

/** What is wrong with the bow, as data: a measure that begins up-bow (`also` those after it), or a repeat that needs a retake. Measures by index. */
export type WrongFacts =
  | { readonly retake: false; readonly at: number; readonly also: readonly number[]; readonly turned: Turned }
  | { readonly retake: true; readonly from: number; readonly to: number; readonly bow: Bow }

/** The bow is lifted in the rest before a measure, which begins down-bow again. */
export type LiftFacts = { readonly lift: true; readonly at: number }

/** A place where the bow comes out the wrong way round. */
export type WrongWay = {
  readonly event: string
  readonly measure: string
  readonly facts: WrongFacts
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
 * As it comes: down on the first strong beat, up for a pickup, a slur or tie one bow. After the last rest before a strong
 * beat that would come up, the bow is lifted and set anew, if the rest gives time for it; also where a phrase begins again
 * inside a measure. Marks in the piece stand.
 * Common practice.
 */
function derive(piece: Piece, line: Line): Bowing {
  const groups = groupsOf(piece, line)
  const route = played(line, groups)
  const plain = new Array<Plain>(groups.length)
  for (const { from, to, rest } of route.first) {
    const group = groups[to]
    const last = from < 0 ? undefined : plain[from]
    const mark = group.notes[0].event.bow
    const natural = last ? other(last.bow) : null
    const lifts = group.afresh || (rest && restTime(piece, groups, to) >= LIFT) || beginsAgain(group)
    const bow = mark ?? (natural === null || lifts ? towardsStrongBeat(groups, to, natural ?? 'down') : natural)
    plain[to] = { group, before: from, bow, given: mark !== undefined, rest, retake: natural !== null && bow !== natural }
  }
  const spots = contacts(piece, line, plain, route.first)
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

/** Whether a phrase begins again with a pickup: at the start, or after a repeat inside a measure. */
const beginsAgain = ({ notes: [{ at, into }] }: Group): boolean => at.lead > 0 && into === at.lead

/** Seconds of rest that lifting the bow and setting it anew takes; from memory. */
const LIFT = 0.4

/** Seconds of rest before a stroke as it is written; a repeat or ending leads to it with all the time there is. */
function restTime(piece: Piece, groups: readonly Group[], i: number): number {
  const last = groups[i - 1]?.notes.at(-1)
  return last && groups[i].rest ? secondsBetween(piece, last.onset + last.ticks, groups[i].notes[0].onset) : Infinity
}

/**
 * The direction from which the strokes, taken as they come, reach the next first beat with a down-bow; as it comes where
 * another rest lies before that beat, or no such beat follows: there it can be set anew, or need not be.
 */
function towardsStrongBeat(groups: readonly Group[], i: number, natural: Bow): Bow {
  let strokes = 0
  while (i + strokes < groups.length && !onStrongBeat(groups[i + strokes])) strokes++
  const rests = groups.slice(i + 1, i + strokes + 1).some((g) => g.rest)
  if (rests || i + strokes >= groups.length) return natural
  return strokes % 2 === 0 ? 'down' : 'up'
}

/** First beats that come up-bow, once for each stretch of measures, which is told from its first to its last. */
function wrongWays(plain: readonly Plain[]): WrongWay[] {
  const wrong: WrongWay[] = []
  const stretches = new Map<number, number[]>()
  plain.forEach((p, i) => {
    if (!onStrongBeat(p.group)) return
    // The stroke on the first beat before this one, as it is played.
    let strokes = 0
    let at = i
    let marked = false
    do {
      at = plain[at].before
      strokes++
      marked ||= at >= 0 && plain[at].given
    } while (at >= 0 && strokes <= plain.length && !onStrongBeat(plain[at].group))
    const before = plain[at]
    const { beats } = p.group.notes[0].at.meter
    // Three even strokes to a measure alternate: every other measure begins up, as it should.
    const alternates = beats % 2 === 1 && before?.bow === 'down' && strokes % 2 === 1
    if (p.bow !== 'up' || p.given || alternates) return
    const { index, measure } = p.group.notes[0].at
    const stretch = stretches.get(at)
    if (stretch) {
      stretches.set(i, stretch)
      stretch.push(index)
      return
    }
    const also: number[] = []
    stretches.set(i, also)
    wrong.push({
      event: p.group.notes[0].event.id,
      measure: measure.number,
      facts: { retake: false, at: index, also, turned: turnedBy(before, strokes, marked) },
      again: false,
    })
  })
  return wrong
}

/** What turned the bow: an odd number of strokes does, an even number does not. `strokes` since the first beat `before`. */
function turnedBy(before: Plain | undefined, strokes: number, marked: boolean): Turned {
  if (marked) return { by: 'marks' }
  if (!before) return { by: 'beginning', strokes: strokes - 1 }
  return { by: 'measure', from: before.group.notes[0].at.index, began: before.bow, strokes }
}

/** Repeats and endings that come to a stroke in the direction it begins with: the bow must be lifted there. */
function wrongRepeats(plain: readonly Plain[], again: readonly Follows[]): WrongWay[] {
  return again.flatMap(({ from, to, rest }) => {
    const [a, b] = [plain[from], plain[to]]
    if (rest || !a || a.bow !== b.bow) return []
    const [last, first] = [a.group.notes[0], b.group.notes[0]]
    const facts: WrongFacts = { retake: true, from: last.at.index, to: first.at.index, bow: a.bow }
    return [{ event: last.event.id, measure: last.at.measure.number, facts, again: true }]
  })
}

/** Seconds that a whole bow lasts at an even mezzo forte; from memory. */
const WHOLE_BOW = 2
/** How much more bow a step of dynamics takes; from memory. */
const MORE_BOW = 1.15
/** A stroke this long uses it all. */
const WHOLE = 0.9

/** A stroke that has less than this part of the bow it wants is not played slower: the one before brings it nearer. From memory. */
const LEAST = 0.5

type Place = { contact: Contact; from: number; to: number; pace: Pace }

/**
 * Where each stroke lies, from its length: short ones about the middle, whole bows from end to end, each from where the one
 * that is played before it stopped. Where less of the bow is left than a stroke wants, it is saved; where far less, the
 * stroke before travels on to where the long one can begin.
 */
function contacts(piece: Piece, line: Line, plain: readonly Plain[], order: readonly Follows[]): Place[] {
  const places = new Array<Place>(plain.length)
  const followed = new Set<number>()
  const loud = loudnessOf(line)
  for (const { to: i } of order) {
    const { group, bow, retake, before } = plain[i]
    const [first, last] = [group.notes[0], group.notes[group.notes.length - 1]]
    // Louder takes more bow in the same time, softer less.
    const much = MORE_BOW ** (loud.get(first.event.id) ?? 0)
    const amount = Math.min(1, (much * secondsBetween(piece, first.onset, last.onset + last.ticks)) / WHOLE_BOW)
    const down = bow === 'down'
    const sign = down ? 1 : -1
    const end = down ? 1 : 0
    const lately = before < 0 ? undefined : places[before]
    // Set anew, a stroke is played about the middle.
    let from = !lately || group.rest || retake ? 0.5 - (sign * amount) / 2 : lately.to
    const room = () => Math.abs(end - from)
    if (lately && room() < amount * LEAST && !group.rest && !retake && !followed.has(before)) {
      from = end - sign * amount
      const moved = { ...lately, to: from, pace: 'quick' as const }
      places[before] = { ...moved, contact: contactOf(moved) }
    }
    if (before >= 0) followed.add(before)
    const used = Math.min(amount, room())
    const place = { from, to: from + sign * used, pace: used < amount - 1e-9 ? ('save' as const) : ('even' as const) }
    places[i] = { ...place, contact: contactOf(place) }
  }
  return places
}

/** Up to where on the hair each part of the bow reaches: 0 is the frog, 1 the tip. Common practice; the middle is a quarter of it. */
const PARTS: readonly (readonly [Contact, number])[] = [
  ['lower half', 0.37],
  ['middle', 0.63],
  ['upper half', 0.88],
]

function contactOf({ from, to }: { readonly from: number; readonly to: number }): Contact {
  if (Math.abs(to - from) >= WHOLE) return 'whole bow'
  const middle = (from + to) / 2
  return PARTS.find(([, end]) => middle < end)?.[0] ?? 'tip'
}
