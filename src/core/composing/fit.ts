import { count } from '../count'
import { keyName } from '../music/key'
import { letterName, midiOf, printedPitch, stepsOf, type Pitch } from '../music/pitch'
import { meterName } from '../music/time'
import { capital, sayList } from '../names'
import { headMeasure, sayMeasure } from '../piece/address'
import { PIECE_VERSION, type Line, type Piece } from '../piece/piece'
import { placeMeasures, type PlacedMeasure } from '../piece/walk'
import type { ClassSettings } from '../plan/class'
import { octavesFor, seatMap } from '../balance/ensemble'
import { loadOf } from '../balance/load'
import { emptyPlan, type Plan } from '../plan/plan'
import { seatsOf, type SeatId } from '../seats/seat'
import { consonance, isParallel } from './counterpoint'
import { beatsOf, notesOf, type Beat, type TuneNote } from './tune'
import { lineOf } from './voice'

/** A line of a piece as one of two that are to sound together. */
export type Voice = { readonly piece: Piece; readonly line: Line }

/** How two lines come together at one place: at rest, passing by step, a fourth, or rubbing. */
export const MEETS = ['rest', 'passing', 'fourth', 'rub'] as const
export type Meets = (typeof MEETS)[number]

/** Something that stands in the way at a place. `index`: the measure of the first line. */
export type Against = {
  readonly index: number
  readonly beat: number
  readonly kind: 'rub' | 'fifths' | 'octaves'
  readonly strong: boolean
  readonly text: string
}

/** How two lines fit, place by place wherever one of them begins a note and both sound. */
export type Fit = {
  /** Null: their meters or lengths of measures keep them from going together at all, and why. */
  readonly apart: string | null
  readonly together: string
  readonly met: Readonly<Record<Meets, number>>
  readonly against: readonly Against[]
  /** At how many places the second line lies over the first. */
  readonly crossed: number
  readonly places: number
  readonly verdict: 'fits' | 'nearly' | 'not'
  readonly says: string
}

/** The first measure of a line that is no pickup. */
const firstWhole = (measures: readonly PlacedMeasure[]): number => (measures[0]?.lead > 0 && measures.length > 1 ? 1 : 0)

/** Where the second line begins in ticks of the first: its first whole measure on a whole measure of the other, its pickup before it. */
function entry(a: Voice, b: Voice, after: number): number {
  const [x, y] = [a, b].map(({ piece, line }) => placeMeasures(piece, line))
  const on = x[firstWhole(x) + after]
  return on ? on.start - y[firstWhole(y)].start : Infinity
}

/** The measures of two lines beside each other: how many, of what, in which key; the second enters so many measures later. */
function together(a: Voice, b: Voice, after: number): { readonly apart: string | null; readonly says: string } {
  const [x, y] = [a, b].map(({ piece, line }) => placeMeasures(piece, line))
  const [i0, j0, by] = [firstWhole(x) + after, firstWhole(y), entry(a, b, after)]
  const shared = x.slice(i0).flatMap((m, i) => (y[j0 + i] ? [[m, y[j0 + i]] as const] : []))
  if (shared.length === 0) return { apart: 'The second enters when the first is over.', says: '' }
  const other = shared.find(([m, n]) => meterName(m.meter) !== meterName(n.meter) || m.start !== n.start + by)
  if (other) {
    const [m, n] = other
    const why =
      meterName(m.meter) === meterName(n.meter)
        ? 'their measures begin at other times'
        : `${meterName(m.meter)} goes against ${meterName(n.meter)}`
    return { apart: `They do not come together: in ${sayMeasure(a.line, x.indexOf(m))} ${why}.`, says: '' }
  }
  const keys =
    keyName(a.piece.key) === keyName(b.piece.key) ? `in ${keyName(a.piece.key)}` : `${keyName(a.piece.key)} against ${keyName(b.piece.key)}`
  const lengths =
    after > 0
      ? `the second enters ${count(after, 'measure')} later`
      : x.length === y.length
        ? `${count(x.length, 'measure')} each`
        : `${count(x.length, 'measure')} against ${y.length}: the longer goes on alone`
  return { apart: null, says: `${capital(lengths)}, ${meterName(a.piece.meter)}, ${keys}.` }
}

/** Notes of a line so many ticks later. */
const later = (notes: readonly TuneNote[], by: number): TuneNote[] => notes.map((n) => ({ ...n, from: n.from + by, to: n.to + by }))

const at = (notes: readonly TuneNote[], tick: number): TuneNote | undefined => notes.find((n) => n.from <= tick && tick < n.to)

/** "D4 to B4": the lowest and the highest of some notes. */
function sayRange(notes: readonly TuneNote[]): string {
  const inOrder = notes.map((n) => n.pitch).sort((x, y) => midiOf(x) - midiOf(y))
  return inOrder.length ? `${printedPitch(inOrder[0])} to ${printedPitch(inOrder.at(-1)!)}` : ''
}

/** A dissonance passes where the note that makes it came by step on a weak beat, or between beats, and leaves by step. */
const passes = (n: TuneNote, tick: number, strong: boolean): boolean => !strong && n.from === tick && n.stepIn && n.stepOut

/**
 * How two lines fit, the second as it is or entering some measures later (a round): consonance at every place where one
 * of them begins a note, what is strong, fifths and octaves in parallel, which lies above. At the pitches that are written;
 * octaves between seats change which lies above and nothing else of it. Common practice of two parts.
 */
export function fitOf(a: Voice, b: Voice, after = 0): Fit {
  const { apart, says: side } = together(a, b, after)
  const met: Record<Meets, number> = { rest: 0, passing: 0, fourth: 0, rub: 0 }
  const none = { together: side, met, against: [], crossed: 0, places: 0 }
  if (apart) return { ...none, apart, verdict: 'not', says: apart }
  const first = notesOf(a.piece, a.line)
  const second = later(notesOf(b.piece, b.line), entry(a, b, after))
  const beats = beatsOf(a.piece, a.line)
  const range = `The first goes from ${sayRange(first)}, the second from ${sayRange(second)}.`
  const onsets = [...new Set([...first, ...second].map((n) => n.from))].sort((x, y) => x - y)
  const against: Against[] = []
  let crossed = 0
  let places = 0
  let before: readonly [Pitch, Pitch] | null = null
  for (const tick of onsets) {
    const [x, y] = [at(first, tick), at(second, tick)]
    const beat = beats.findLast((q) => q.from <= tick)
    if (!x || !y || !beat || tick >= beat.to) {
      before = null
      continue
    }
    places++
    if (midiOf(y.pitch) > midiOf(x.pitch)) crossed++
    const strong = beat.from === tick && beat.strength !== 'weak'
    const how = consonance(x.pitch, y.pitch)
    const kind: Meets =
      how === 'consonant' ? 'rest' : passes(x, tick, strong) || passes(y, tick, strong) ? 'passing' : how === 'mild' ? 'fourth' : 'rub'
    met[kind]++
    if (kind === 'rub') against.push(place(a.line, beat, 'rub', strong, sayRub(x.pitch, y.pitch, strong)))
    if (before && isParallel(before, [x.pitch, y.pitch])) {
      const fifths = Math.abs(midiOf(x.pitch) - midiOf(y.pitch)) % 12 === 7
      against.push(place(a.line, beat, fifths ? 'fifths' : 'octaves', strong, `${fifths ? 'fifths' : 'octaves'} one after the other`))
    }
    before = [x.pitch, y.pitch]
  }
  const rubs = against.filter((r) => r.kind === 'rub')
  const heavy = rubs.filter((r) => r.strong).length
  const verdict = places === 0 || heavy > 0.1 * places || rubs.length > 0.2 * places ? 'not' : against.length > 0 ? 'nearly' : 'fits'
  return {
    apart: null,
    together: first.length && second.length ? `${side} ${range}` : side,
    met,
    against,
    crossed,
    places,
    verdict,
    says: sayFit(verdict, places, met, against),
  }
}

const place = (line: Line, beat: Beat, kind: Against['kind'], strong: boolean, what: string): Against => ({
  index: beat.measure,
  beat: beat.beat,
  kind,
  strong,
  text: `${headMeasure(line, beat.measure)}, beat ${beat.beat}: ${what}.`,
})

const INTERVALS = ['second', 'third', 'fourth', 'fifth', 'sixth', 'seventh'] as const
/** Half steps of each interval where it is neither diminished nor augmented. */
const PLAIN = [
  [1, 2],
  [3, 4],
  [5, 5],
  [7, 7],
  [8, 9],
  [10, 11],
] as const

const qualityOf = (steps: number, halfSteps: number): string => {
  const [least, most] = PLAIN[steps - 1]
  return halfSteps < least ? 'a diminished' : halfSteps > most ? 'an augmented' : 'a'
}

/** "G against A, a second on a strong beat". */
function sayRub(x: Pitch, y: Pitch, strong: boolean): string {
  const apart = Math.abs(stepsOf(x) - stepsOf(y)) % 7
  const halfSteps = Math.abs(midiOf(x) - midiOf(y)) % 12
  const what =
    halfSteps === 6 ? 'a tritone' : apart === 0 ? 'two forms of one letter' : `${qualityOf(apart, halfSteps)} ${INTERVALS[apart - 1]}`
  return `${letterName(x)} against ${letterName(y)}, ${what}${strong ? ' on a strong beat' : ''}`
}

function sayFit(verdict: Fit['verdict'], places: number, met: Readonly<Record<Meets, number>>, against: readonly Against[]): string {
  if (places === 0) return 'They never sound at the same time.'
  const parallels = against.filter((r) => r.kind !== 'rub').length
  const each = (n: number, one: string, many: string): string[] => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`])
  const what = [
    ...each(met.rest, 'is at rest', 'are at rest'),
    ...each(met.passing, 'passes by step', 'pass by step'),
    ...each(met.fourth, 'is a bare fourth', 'are bare fourths'),
    ...each(met.rub, 'rubs', 'rub'),
  ]
  const head = { fits: 'They fit', nearly: 'They nearly fit', not: 'They do not fit' }[verdict]
  const tail = parallels ? `; ${count(parallels, 'time')} fifths or octaves in parallel` : ''
  return `${head}: of ${count(places, 'place')} where both sound, ${sayList(what)}${tail}.`
}

/** The notes of the second line where they lie beside the first, cut off where that ends. */
function notesBeside(a: Voice, b: Voice, after: number): TuneNote[] {
  const end = placeMeasures(a.piece, a.line).reduce((n, m) => n + m.length, 0)
  return later(notesOf(b.piece, b.line), entry(a, b, after)).flatMap((n) =>
    n.from >= 0 && n.from < end ? [{ ...n, to: Math.min(n.to, end) }] : [],
  )
}

/** Both lines as one piece: the first as it is, the second beside it from where it enters, cut off where the first ends. Null where they do not go together. */
export function duetOf(a: Voice, b: Voice, after: number, title: string): Piece | null {
  const notes = notesBeside(a, b, after).map((n) => ({ pitches: [n.pitch], from: n.from, to: n.to }))
  const line = fitOf(a, b, after).apart === null ? lineOf(a.piece, a.line, notes, { name: 'B', clef: b.line.clef, prefix: 'duet-' }) : null
  return line && { ...a.piece, version: PIECE_VERSION, title, lines: [a.line, line] }
}

/** What the two lines of a duet ask of a seat: points, and how many notes are not learned or out of reach. */
export type CanPlay = {
  readonly seat: SeatId
  readonly name: string
  readonly lines: readonly { readonly points: number; readonly open: number }[]
}

/** Who can play which of a duet's lines, each seat in the octave where it fits best. */
export function whoPlays(duet: Piece, klass: ClassSettings): CanPlay[] {
  return seatsOf(klass).map((seat) => ({
    seat: seat.id,
    name: seat.name,
    lines: duet.lines.map((_, i) => {
      const plan: Plan = { ...emptyPlan(), lines: Object.fromEntries(seatsOf(klass).map((s) => [s.id, i])) }
      const map = seatMap(duet, plan, klass, seat, octavesFor(duet, plan, klass)[seat.id])
      return { points: loadOf(duet, map).total, open: new Set(map.problems.map((p) => p.placed.event.id)).size }
    }),
  }))
}

/** "Violin: both (34 and 12 points). Bass: the second (20 points); the first asks for 3 notes that it has not learned." */
export function sayCanPlay({ name, lines }: CanPlay): string {
  const NAMES = ['the first', 'the second']
  const able = lines.flatMap((l, i) => (l.open === 0 ? [i] : []))
  const points = (i: number): string => `${Math.round(lines[i].points)}`
  const unable = lines.flatMap((l, i) => (l.open > 0 ? [`${NAMES[i]} asks for ${count(l.open, 'note')} that it has not learned`] : []))
  if (able.length === lines.length) return `${name}: both, ${sayList(able.map(points))} points.`
  if (able.length === 0) return `${name}: neither; ${unable.join(', ')}.`
  return `${name}: ${NAMES[able[0]]}, ${points(able[0])} points; ${unable.join(', ')}.`
}

/** At how many measures' distance a line goes with itself best, of up to half its length; null where it rubs at a strong beat or runs in parallel at each. */
export function roundOf(voice: Voice): number | null {
  const { length } = voice.line.measures
  const fits = Array.from({ length: Math.floor(length / 2) }, (_, i) => ({ after: i + 1, fit: fitOf(voice, voice, i + 1) })).filter(
    ({ fit }) => fit.verdict !== 'not' && fit.against.every((x) => x.kind === 'rub' && !x.strong),
  )
  const rubs = ({ fit }: (typeof fits)[number]): number => (fit.met.rub + 0.3 * fit.met.fourth) / fit.places
  return fits.length > 0 ? fits.reduce((x, y) => (rubs(y) < rubs(x) ? y : x)).after : null
}

/** The notes of the second voice of a round. */
export const roundNotes = (voice: Voice, after: number): TuneNote[] => notesBeside(voice, voice, after)

/** How two lines fit; both as one piece, where they go together, and who can play which, in words. */
export type Fits = { readonly fit: Fit; readonly duet: Piece | null; readonly who: readonly string[] }

/** The first line of a piece and another, by its index, of the same or another piece, entering so many measures later. */
export function fitsOf(
  piece: Piece,
  klass: ClassSettings,
  other: { readonly piece: Piece; readonly line: number; readonly after: number },
): Fits {
  const [a, b]: Voice[] = [
    { piece, line: piece.lines[0] },
    { piece: other.piece, line: other.piece.lines[Math.min(other.line, other.piece.lines.length - 1)] },
  ]
  const duet = duetOf(a, b, other.after, `${piece.title}, two lines`)
  return { fit: fitOf(a, b, other.after), duet, who: duet ? whoPlays(duet, klass).map(sayCanPlay) : [] }
}
