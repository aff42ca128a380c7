import type { Key } from '../music/key'
import { midiOf, type Pitch } from '../music/pitch'
import { meterName, type Meter } from '../music/time'
import { PIECE_VERSION, type Line, type Piece } from '../piece/piece'
import { placeMeasures, type PlacedMeasure } from '../piece/walk'
import type { ClassSettings } from '../plan/class'
import { octavesFor, seatMap } from '../balance/ensemble'
import { loadOf } from '../balance/load'
import { emptyPlan, type Plan } from '../plan/plan'
import { seatsOf, type SeatId } from '../seats/seat'
import { consonance, isParallel } from './counterpoint'
import { beatsOf, notesOf, type TuneNote } from './tune'
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
  /** What sounds in the two lines. */
  readonly pitches: readonly [Pitch, Pitch]
}

/** Why two lines do not go together at all: the second enters when the first is over; from a measure (by index) on they count in other meters, or their measures begin at other times. */
export type Apart =
  | { readonly kind: 'over' }
  | { readonly kind: 'meter'; readonly index: number; readonly meters: readonly [Meter, Meter] }
  | { readonly kind: 'barlines'; readonly index: number }

/** The two lines beside each other: how many measures each has, by how many the second enters later, in which meter, in which keys, from where to where each goes. */
export type Sides = {
  readonly measures: readonly [number, number]
  readonly after: number
  readonly meter: Meter
  readonly keys: readonly [Key, Key]
  readonly ranges: readonly [Range, Range] | null
}
type Range = { readonly low: Pitch; readonly high: Pitch }

/** How two lines fit, place by place wherever one of them begins a note and both sound. */
export type Fit = {
  /** Why they cannot go together at all; null where they can. */
  readonly apart: Apart | null
  readonly sides: Sides
  readonly met: Readonly<Record<Meets, number>>
  readonly against: readonly Against[]
  /** At how many places the second line lies over the first. */
  readonly crossed: number
  readonly places: number
  readonly verdict: 'fits' | 'nearly' | 'not'
}

/** The first measure of a line that is no pickup. */
const firstWhole = (measures: readonly PlacedMeasure[]): number => (measures[0]?.lead > 0 && measures.length > 1 ? 1 : 0)

/** Where the second line begins in ticks of the first: its first whole measure on a whole measure of the other, its pickup before it. */
function entry(a: Voice, b: Voice, after: number): number {
  const [x, y] = [a, b].map(({ piece, line }) => placeMeasures(piece, line))
  const on = x[firstWhole(x) + after]
  return on ? on.start - y[firstWhole(y)].start : Infinity
}

/** What keeps two lines apart, the second entering so many measures later; null where nothing does. */
function apartOf(a: Voice, b: Voice, after: number): Apart | null {
  const [x, y] = [a, b].map(({ piece, line }) => placeMeasures(piece, line))
  const [i0, j0, by] = [firstWhole(x) + after, firstWhole(y), entry(a, b, after)]
  const shared = x.slice(i0).flatMap((m, i) => (y[j0 + i] ? [[m, y[j0 + i]] as const] : []))
  if (shared.length === 0) return { kind: 'over' }
  const other = shared.find(([m, n]) => meterName(m.meter) !== meterName(n.meter) || m.start !== n.start + by)
  if (!other) return null
  const [m, n] = other
  const index = x.indexOf(m)
  return meterName(m.meter) === meterName(n.meter) ? { kind: 'barlines', index } : { kind: 'meter', index, meters: [m.meter, n.meter] }
}

/** Notes of a line so many ticks later. */
const later = (notes: readonly TuneNote[], by: number): TuneNote[] => notes.map((n) => ({ ...n, from: n.from + by, to: n.to + by }))

const at = (notes: readonly TuneNote[], tick: number): TuneNote | undefined => notes.find((n) => n.from <= tick && tick < n.to)

/** The lowest and the highest of some notes; null where there are none. */
function rangeOf(notes: readonly TuneNote[]): Range | null {
  const inOrder = notes.map((n) => n.pitch).sort((x, y) => midiOf(x) - midiOf(y))
  return inOrder.length ? { low: inOrder[0], high: inOrder[inOrder.length - 1] } : null
}

/** A dissonance passes where the note that makes it came by step on a weak beat, or between beats, and leaves by step. */
const passes = (n: TuneNote, tick: number, strong: boolean): boolean => !strong && n.from === tick && n.stepIn && n.stepOut

/**
 * How two lines fit, the second as it is or entering some measures later (a round): consonance at every place where one
 * of them begins a note, what is strong, fifths and octaves in parallel, which lies above. At the pitches that are written;
 * octaves between seats change which lies above and nothing else of it. Common practice of two parts.
 */
export function fitOf(a: Voice, b: Voice, after = 0): Fit {
  const apart = apartOf(a, b, after)
  const met: Record<Meets, number> = { rest: 0, passing: 0, fourth: 0, rub: 0 }
  const first = notesOf(a.piece, a.line)
  const second = apart ? [] : later(notesOf(b.piece, b.line), entry(a, b, after))
  const [low, high] = [rangeOf(first), rangeOf(second)]
  const sides: Sides = {
    measures: [a.line.measures.length, b.line.measures.length],
    after,
    meter: a.piece.meter,
    keys: [a.piece.key, b.piece.key],
    ranges: low && high ? [low, high] : null,
  }
  if (apart) return { apart, sides, met, against: [], crossed: 0, places: 0, verdict: 'not' }
  const beats = beatsOf(a.piece, a.line)
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
    const there = { index: beat.measure, beat: beat.beat, strong, pitches: [x.pitch, y.pitch] as const }
    if (kind === 'rub') against.push({ ...there, kind })
    if (before && isParallel(before, [x.pitch, y.pitch])) {
      const fifths = Math.abs(midiOf(x.pitch) - midiOf(y.pitch)) % 12 === 7
      against.push({ ...there, kind: fifths ? 'fifths' : 'octaves' })
    }
    before = [x.pitch, y.pitch]
  }
  const rubs = against.filter((r) => r.kind === 'rub')
  const heavy = rubs.filter((r) => r.strong).length
  const verdict = places === 0 || heavy > 0.1 * places || rubs.length > 0.2 * places ? 'not' : against.length > 0 ? 'nearly' : 'fits'
  return { apart: null, sides, met, against, crossed, places, verdict }
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

/** How two lines fit; both as one piece, where they go together, and who can play which. */
export type Fits = { readonly fit: Fit; readonly duet: Piece | null; readonly who: readonly CanPlay[] }

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
  return { fit: fitOf(a, b, other.after), duet, who: duet ? whoPlays(duet, klass) : [] }
}
