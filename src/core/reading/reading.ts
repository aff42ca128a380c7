import { handSteps } from '../fingering/along'
import { bowingOf, type Bowing } from '../bowing/bow'
import type { SeatMap } from '../fingering/map'
import type { Moment } from '../fingering/moments'
import { movesOf, type Move } from '../fingering/moves'
import type { Hold, Stop } from '../hands/hold'
import type { Instrument } from '../instruments/instrument'
import { atBarline, readHead, type BarSigns } from '../music/accidentals'
import { alterIn } from '../music/key'
import { byOctaves, midiOf, stepsOf, type Pitch } from '../music/pitch'
import { once, onceIn } from '../once'
import type { Measure, Piece } from '../piece/piece'
import { placeEvents, type PlacedEvent } from '../piece/walk'

/** Why a head sounds as it does: nothing alters it, the signature, its own sign, one earlier in the bar, or one that the barline took away. */
export type SignFrom = 'plain' | 'key' | 'sign' | 'carried' | 'cancelled'

export type ReadHead = { readonly pitch: Pitch; readonly from: SignFrom }

/** A note or chord of a seat's part as eye and hand meet it, with all that is tied on to it. */
export type ReadNote = {
  readonly index: number
  /** The event that is struck. */
  readonly placed: PlacedEvent
  /** As the part writes them, low first. */
  readonly heads: readonly ReadHead[]
  readonly ticks: number
  /** How the hand plays it; null when it is out of reach. */
  readonly hold: Hold | null
  /** What the hand does to come to it, as written; null at the start and after an ending. */
  readonly move: Move | null
  readonly rest: boolean
  readonly slurred: boolean
}

/** All that the detectors read of one seat's part. */
export type Reading = {
  readonly piece: Piece
  readonly map: SeatMap
  readonly instrument: Instrument
  readonly letters: boolean
  readonly notes: readonly ReadNote[]
  readonly events: readonly PlacedEvent[]
  readonly bowing: Bowing
  /** Notes of each measure, by its index. */
  readonly byMeasure: readonly (readonly ReadNote[])[]
  readonly byEvent: ReadonlyMap<string, ReadNote>
}

/** Reads a seat's mapped part. Made once for a map. */
export const readingOf = onceIn((piece: Piece, map: SeatMap): Reading => {
  const heads = headsOf(map)
  const steps = handSteps(map)
  const columnOf = new Map(steps.map((s, i) => [s.moment, i]))
  const moveTo = new Array<Move | null>(steps.length).fill(null)
  for (const m of movesOf(map)) if (!m.jump) moveTo[m.to] = m
  const notes = map.moments.map((m, index): ReadNote => {
    const column = columnOf.get(m)
    return {
      index,
      placed: m.events[0],
      heads: heads[index],
      ticks: m.events.reduce((n, e) => n + e.ticks, 0),
      hold: column === undefined ? null : steps[column].hold,
      move: column === undefined ? null : moveTo[column],
      rest: m.gap.rest,
      slurred: m.gap.slurred,
    }
  })
  const byMeasure: ReadNote[][] = map.line.measures.map(() => [])
  for (const n of notes) byMeasure[n.placed.at.index].push(n)
  return {
    piece,
    map,
    instrument: map.instrument,
    letters: map.instrument.byLetter,
    notes,
    events: placeEvents(piece, map.line),
    bowing: bowingOf(piece, map.line),
    byMeasure,
    byEvent: new Map(notes.map((n) => [n.placed.event.id, n])),
  }
})

const headsMade = once((_: readonly Moment[]) => new Map<number, ReadHead[][]>())

/** The heads of each moment: made once for all parts that show the line in one octave. */
function headsOf({ moments, written }: SeatMap): ReadHead[][] {
  const byOctave = headsMade(moments)
  let heads = byOctave.get(written)
  if (!heads) {
    const signs = signsOf(moments)
    heads = moments.map((m, n) => m.pitches.map((p, i) => ({ pitch: byOctaves(p, written), from: signs[n][i] })))
    byOctave.set(written, heads)
  }
  return heads
}

/** What alters each head of each moment, as every part that reads the line is printed. */
const signsOf = once((moments: readonly Moment[]): SignFrom[][] => {
  let signs: BarSigns = atBarline
  /** Signs that the measure before had at its end. */
  let before: BarSigns = atBarline
  let index = -1
  const readEvent = (m: Moment, e: number): SignFrom[] => {
    const placed = m.events[e]
    if (placed.at.index !== index) {
      before = placed.at.index === index + 1 ? signs : atBarline
      signs = atBarline
      index = placed.at.index
    }
    return m.pitches.map((p): SignFrom => {
      const place = stepsOf(p)
      const carried = signs.has(place)
      const read = readHead(signs, placed.at.key, p, e > 0)
      signs = read.signs
      if (read.sign) return 'sign'
      const byKey = alterIn(placed.at.key, p.letter)
      if (carried && p.alter !== byKey) return 'carried'
      const was = before.get(place)
      if (!carried && was !== undefined && was !== p.alter) return 'cancelled'
      return byKey === 0 ? 'plain' : 'key'
    })
  }
  return moments.map((m) => m.events.map((_, e) => readEvent(m, e))[0])
})

/** The note before, or null. */
export const before = (r: Reading, n: ReadNote): ReadNote | null => r.notes[n.index - 1] ?? null
export const after = (r: Reading, n: ReadNote): ReadNote | null => r.notes[n.index + 1] ?? null

/** The top head: what carries the tune. */
export const top = (n: ReadNote): ReadHead => n.heads[n.heads.length - 1]

/** The one stop of a single stopped note; null for chords, open strings and what is out of reach. */
export const stopOf = (n: ReadNote): Stop | null => (n.hold?.stops.length === 1 && n.hold.stops[0].finger > 0 ? n.hold.stops[0] : null)

/** Letter steps from one note to the next, up positive. */
export const motion = (a: ReadNote, b: ReadNote): number => stepsOf(top(b).pitch) - stepsOf(top(a).pitch)

/** Measures within which the eye mixes two notes up. */
const NEAR = 2

/** Whether two notes stand so close that the eye mixes them up. */
export const near = (a: ReadNote, b: ReadNote): boolean => Math.abs(a.placed.at.index - b.placed.at.index) <= NEAR

/** What a measure sings, note by note: MIDI numbers, chords joined. */
export const sung = (notes: readonly ReadNote[]): (string | number)[] =>
  notes.map(({ heads }) => (heads.length === 1 ? midiOf(heads[0].pitch) : heads.map((h) => midiOf(h.pitch)).join('+')))

/** How a measure beats, rests and all; the same for two measures of one rhythm. */
export const beaten = (r: Reading, index: number): string => rhythmOf(r.map.line.measures[index])

const rhythmOf = once((m: Measure): string =>
  m.events
    .map((e) => `${e.kind === 'rest' ? (e.struck ? 'x' : 'r') : ''}${e.value.base}${e.value.dots}${e.value.tuplet?.actual ?? ''}`)
    .join(' '),
)

/** Finds something of a line once for all who read it. It may hold places in the line, not notes of one reading. */
export function ofLine<T extends object>(find: (r: Reading) => T): (r: Reading) => T {
  const byLine = once((_: readonly Moment[]) => ({ found: null as T | null }))
  return (r) => (byLine(r.map.moments).found ??= find(r))
}
