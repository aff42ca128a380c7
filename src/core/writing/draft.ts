import { isSilent } from '../piece/struck'
import { atBarline, inForce, readHead, type BarSigns } from '../music/accidentals'
import type { Letter } from '../music/pitch'
import { LETTERS, pitchAt, stepsOf, type Pitch } from '../music/pitch'
import { measureTicks, valuesFor, type Base, type Meter, type Value } from '../music/time'
import { eventTicks, type Line, type Measure, type NoteEvent, type Piece, type PieceEvent } from '../piece/piece'
import { numbersOf } from '../piece/split'
import { placeMeasures } from '../piece/walk'

/** A place between events: before event `index` of a measure of a line. */
export type CaretPlace = { readonly line: number; readonly measure: number; readonly index: number }

/** What is being written: the piece, where the next note goes, what is selected, and how long the next note is. */
export type Draft = {
  readonly piece: Piece
  readonly at: CaretPlace
  /** The other end of the selection; null when nothing but the event before `at` is meant. */
  readonly from: CaretPlace | null
  readonly base: Base
  readonly dots: number
  /** How many notes of a triplet are still to come. */
  readonly triplet: number
  /** A slur that has begun and waits for its end. */
  readonly slurFrom: string | null
  /** For ids of new events. */
  readonly next: number
}

const WHOLE_REST: Value = { base: 'whole', dots: 0 }
export const emptyMeasure = (number: string, id: string): Measure => ({
  number,
  events: [{ kind: 'rest', id, value: WHOLE_REST, wholeMeasure: true }],
})

/** A draft of a piece, ready at its end. Ids of new events begin with a letter that readers do not give. */
export function draftOf(piece: Piece, line = 0): Draft {
  const used = piece.lines.flatMap((l) => l.measures.flatMap((m) => m.events.map((e) => Number(/^w(\d+)$/.exec(e.id)?.[1] ?? -1))))
  const measures = piece.lines[line].measures
  return {
    piece,
    at: endOf(measures, line),
    from: null,
    base: 'quarter',
    dots: 0,
    triplet: 0,
    slurFrom: null,
    next: used.reduce((a, b) => Math.max(a, b), -1) + 1,
  }
}

/** Behind the last note; at the start of a line that has none. */
function endOf(measures: readonly Measure[], line: number): CaretPlace {
  for (let m = measures.length - 1; m >= 0; m--) {
    const last = measures[m].events.findLastIndex((e) => e.kind === 'note')
    if (last >= 0) return { line, measure: m, index: last + 1 }
  }
  return { line, measure: 0, index: 0 }
}

export const draftLine = (d: Draft, line = d.at.line): Line => d.piece.lines[line]
const before = (a: CaretPlace, b: CaretPlace): boolean => a.measure < b.measure || (a.measure === b.measure && a.index < b.index)

/** The draft with a measure of its line replaced. */
export function withMeasures(d: Draft, change: (measures: readonly Measure[]) => readonly Measure[], line = d.at.line): Draft {
  const lines = d.piece.lines.map((l, i) => (i === line ? pruned({ ...l, measures: [...change(l.measures)] }) : l))
  return { ...d, piece: { ...d.piece, lines } }
}

/** A line without the slurs whose ends are gone or have changed places. */
function pruned(line: Line): Line {
  const order = new Map(line.measures.flatMap((m) => m.events).map((e, i) => [e.id, i]))
  const slurs = line.slurs.filter((s) => (order.get(s.from) ?? Infinity) < (order.get(s.to) ?? -1))
  return slurs.length === line.slurs.length ? line : { ...line, slurs }
}

const withEvents = (d: Draft, measure: number, events: readonly PieceEvent[]): Draft =>
  withMeasures(d, (all) => all.map((m, i) => (i === measure ? { ...m, events: [...events] } : m)))

/** First and past-the-last place of what is meant: the selection, else the event before the cursor. */
export function span(d: Draft): { readonly first: CaretPlace; readonly last: CaretPlace } | null {
  if (d.from) return before(d.from, d.at) ? { first: d.from, last: d.at } : { first: d.at, last: d.from }
  const place = placeBefore(d)
  return place && { first: place, last: { ...place, index: place.index + 1 } }
}

/** The place of the event before the cursor, or null at the start of the line. */
function placeBefore(d: Draft): CaretPlace | null {
  if (d.at.index > 0) return { ...d.at, index: d.at.index - 1 }
  for (let m = d.at.measure - 1; m >= 0; m--) {
    const { length } = draftLine(d).measures[m].events
    if (length) return { ...d.at, measure: m, index: length - 1 }
  }
  return null
}

/** The events that are meant, in order. */
export function meant(d: Draft): PieceEvent[] {
  const s = span(d)
  if (!s) return []
  return draftLine(d).measures.flatMap((m, i) => m.events.filter((_, j) => within(s, i, j)))
}

const within = (s: { first: CaretPlace; last: CaretPlace }, measure: number, index: number): boolean =>
  (measure > s.first.measure || (measure === s.first.measure && index >= s.first.index)) &&
  (measure < s.last.measure || (measure === s.last.measure && index < s.last.index))

/** Changes every event that is meant; null takes it away. */
export function changeMeant(d: Draft, change: (e: PieceEvent) => PieceEvent | null): Draft {
  const s = span(d)
  if (!s) return d
  return withMeasures(d, (all) =>
    all.map((m, i) =>
      i < s.first.measure || i > s.last.measure
        ? m
        : { ...m, events: m.events.flatMap((e, j) => (within(s, i, j) ? (change(e) ?? []) : [e])) },
    ),
  )
}

export const changeNotes = (d: Draft, change: (e: NoteEvent) => NoteEvent): Draft =>
  changeMeant(d, (e) => (e.kind === 'note' ? change(e) : e))

export const meterAt = (d: Draft, measure = d.at.measure): Meter => placeMeasures(d.piece, draftLine(d))[measure].meter

/** What is in force at the cursor: signature and the signs of the measure so far. */
function signsAt(d: Draft): { signs: BarSigns; key: Piece['key'] } {
  const { measure, key } = placeMeasures(d.piece, draftLine(d))[d.at.measure]
  let signs: BarSigns = atBarline
  for (const e of measure.events.slice(0, d.at.index))
    if (e.kind === 'note') for (const h of e.heads) signs = readHead(signs, key, h.pitch, false).signs
  return { signs, key }
}

/** Where a first note is looked for: in the treble clef near G4, so that D and E are those of first position. Steps. */
const CLEF_MIDDLE: Record<Line['clef'], number> = { treble: 32, alto: 28, tenor: 26, bass: 22 }

/** The letter nearest to the last note before the cursor (a fourth at most; of two as near, the upper), as the measure has it. */
export function pitchNear(d: Draft, letter: Letter): Pitch {
  const line = draftLine(d)
  let last: number | null = null
  line.measures.forEach((m, i) =>
    m.events.forEach((e, j) => {
      if (e.kind === 'note' && before({ ...d.at, measure: i, index: j }, d.at)) last = stepsOf(e.heads[0].pitch)
    }),
  )
  return near(d, letter, last ?? CLEF_MIDDLE[line.clef])
}

/** The letter above a number of steps, as the measure has it. */
export const pitchAbove = (d: Draft, letter: Letter, steps: number): Pitch => near(d, letter, steps + 4)

function near(d: Draft, letter: Letter, steps: number): Pitch {
  const place = LETTERS.indexOf(letter)
  const octave = Math.ceil((steps - 3 - place) / 7)
  const plain = pitchAt(place + 7 * octave, 0)
  const { signs, key } = signsAt(d)
  return { ...plain, alter: inForce(signs, key, plain) }
}

/** The written value of the next note. */
export const valueAt = (d: Draft): Value => ({
  base: d.base,
  dots: d.triplet ? 0 : d.dots,
  ...(d.triplet ? { tuplet: { actual: 3, normal: 2 } } : {}),
})

/** Ticks from the start of a measure to an event. */
const into = (events: readonly PieceEvent[], index: number, meter: Meter): number =>
  events.slice(0, index).reduce((n, e) => n + eventTicks(e, meter), 0)

/**
 * Puts an event at the cursor. It takes the time of the rests that follow; where notes follow, they are pushed on and the
 * measure says that it does not add up. What does not fit into the measure goes on, tied, in the next one; measures are
 * added at the end. The cursor stands behind it.
 */
export function insert(d: Draft, event: PieceEvent): Draft {
  const measures = draftLine(d).measures
  const meter = meterAt(d)
  const { events } = measures[d.at.measure]
  const full = capacity(d)
  const at = into(events, d.at.index, meter)
  const rest = events.slice(d.at.index)
  // A measure's rest gives way, whatever it lasts.
  const room = rest.every(isSilent) ? Math.max(0, full - (rest[0]?.kind === 'rest' && rest[0].wholeMeasure ? 0 : at)) : Infinity
  if (room === 0 && d.at.index >= events.length) return insert(toNextMeasure(d), event)
  const ticks = eventTicks(event, meter)
  if (ticks > room && !event.value.tuplet) {
    const [here, there] = [valuesFor(room), valuesFor(ticks - room)]
    if (here?.length && there?.length)
      return [...here, ...there].reduce((so, value, i, all) => insertPart(so, event, value, i, i < all.length - 1), d)
  }
  const kept = freed(rest, ticks, meter)
  const padding = kept.left > 0 ? (valuesFor(kept.left) ?? []) : []
  let next = d.next
  const rests = padding.map((value): PieceEvent => ({ kind: 'rest', id: `w${next++}`, value }))
  const placed = { ...event, id: `w${next++}` }
  const index = d.at.index + 1
  const after = withEvents({ ...d, next }, d.at.measure, [...events.slice(0, d.at.index), placed, ...rests, ...kept.events])
  return { ...after, at: { ...d.at, index }, from: null }
}

/** One of several tied values that stand for an event. */
function insertPart(d: Draft, event: PieceEvent, value: Value, i: number, goesOn: boolean): Draft {
  if (event.kind === 'rest') return insert(d, { ...event, value })
  const { bow: _b, graces: _g, lyric: _l, marks: _m, ...bare } = event
  return insert(d, { ...(i === 0 ? event : bare), value, heads: event.heads.map((h) => (goesOn ? { ...h, tie: true } : h)) })
}

/** What is left of the events behind the cursor when rests make room, and how much of the last of them. */
function freed(events: readonly PieceEvent[], ticks: number, meter: Meter): { events: PieceEvent[]; left: number } {
  let wanted = ticks
  let i = 0
  while (wanted > 0 && events[i] && isSilent(events[i])) {
    const e = events[i]
    wanted -= eventTicks(e, meter)
    i++
  }
  return { events: events.slice(i), left: Math.max(0, -wanted) }
}

/** How much goes into the cursor's measure: the meter; a pickup before other measures is as long as it is. */
function capacity(d: Draft): number {
  const { measures } = draftLine(d)
  const { pickup, events } = measures[d.at.measure]
  const full = measureTicks(meterAt(d))
  const own = into(events, events.length, meterAt(d))
  return pickup && measures.length > 1 && own > 0 ? Math.min(full, own) : full
}

/** The draft with the cursor where the next event goes: behind a full measure that is the next one. */
export function onward(d: Draft): Draft {
  const { events } = draftLine(d).measures[d.at.measure]
  const meter = meterAt(d)
  return d.at.index >= events.length && into(events, events.length, meter) >= capacity(d) ? toNextMeasure(d) : d
}

/** The cursor at the start of the next measure; after the last one a new measure is added to every line. */
function toNextMeasure(d: Draft): Draft {
  const measure = d.at.measure + 1
  const grown = measure < draftLine(d).measures.length ? d : withMeasureAt(d, measure)
  return { ...grown, at: { ...d.at, measure, index: 0 }, from: null }
}

/** A new empty measure before measure `at`, in every line; the numbers after it go on counting. */
export function withMeasureAt(d: Draft, at: number): Draft {
  let next = d.next
  const lines = d.piece.lines.map((l) => ({
    ...l,
    measures: renumbered([...l.measures.slice(0, at), emptyMeasure('1', `w${next++}`), ...l.measures.slice(at)], d.piece.meter),
  }))
  // A final barline stays at the end.
  const moved = lines.map((l) => (at === l.measures.length - 1 ? { ...l, measures: finalLast(l.measures) } : l))
  return { ...d, next, piece: { ...d.piece, lines: moved } }
}

function finalLast(measures: readonly Measure[]): Measure[] {
  const n = measures.length
  if (measures[n - 2]?.barline !== 'final') return [...measures]
  return measures.map((m, i) => {
    if (i !== n - 2) return i === n - 1 ? { ...m, barline: 'final' } : m
    const { barline: _, ...plain } = m
    return plain
  })
}

/** Measures numbered as printed. */
export const renumbered = (measures: readonly Measure[], meter: Meter): Measure[] => {
  const numbers = numbersOf(measures, meter)
  return measures.map((m, i) => ({ ...m, number: numbers[i] }))
}
