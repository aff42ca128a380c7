import { pluckedIn } from '../bowing/strokes'
import { midiOf } from '../music/pitch'
import { partOfSeat, soundingOctave, type Part } from '../part/part'
import { measuresPlayed, performanceOf, type PlayedMeasure, type PlayedNote } from '../performance/performance'
import { placeEvents } from '../piece/walk'
import type { DYNAMICS, Line, NoteEvent, Piece, PieceEvent } from '../piece/piece'
import { mapsOf, type Ensemble } from '../balance/ensemble'
import type { EverySeat } from '../seats/seat'
import type { SeatMap } from '../fingering/map'

/** A note as it is heard of a seat. Seconds from the beginning, at the tempo of the piece; loudness from 0 to 1. */
export type SoundNote = Pick<PlayedNote, 'at' | 'lasts' | 'tick' | 'midi' | 'event' | 'index' | 'pass' | 'grace'> & {
  readonly manner: 'bowed' | 'plucked'
  readonly loud: number
  /** The bow goes on from the note before: it is not set anew. */
  readonly slurred: boolean
}

/** What the class sounds like: every seat at the pitches that are heard, repeats told out. */
export type Sounding = {
  readonly seats: EverySeat<readonly SoundNote[]>
  readonly measures: readonly PlayedMeasure[]
  readonly lasts: number
}

/** Hertz of a key (MIDI 1.0: 69 is A4) where A4 has so many; equal temperament. */
export const hertz = (midi: number, a4: number): number => a4 * 2 ** ((midi - 69) / 12)

/** A4 as orchestras tune, low and high (baroque pitch to the highest in use). Common practice. */
export const TUNING = { lowest: 415, usual: 440, highest: 466 } as const

/** How loud a sign is, from 0 to 1. From memory. */
const LOUD: Readonly<Record<(typeof DYNAMICS)[number], number>> = {
  ppp: 0.25,
  pp: 0.35,
  p: 0.45,
  mp: 0.55,
  mf: 0.65,
  f: 0.8,
  ff: 0.92,
  fff: 1,
  fp: 0.8,
  sf: 0.85,
  sfz: 0.9,
}
const USUAL = LOUD.mf
/** Signs that are for their own note; after fp it goes on softly. */
const ONCE: ReadonlySet<string> = new Set(['sf', 'sfz', 'fp'])
/** How much a hairpin without a sign at its end changes, and how much louder an accent is. From memory. */
const [HAIRPIN, ACCENT] = [0.2, 1.15]
/** The part of its length that a note sounds: staccato about half, and a little air between strokes. Common practice. */
const SHORT = { staccatissimo: 0.3, staccato: 0.5, detached: 0.94 } as const

/** What each seat of the class sounds like. `bowOnly`: every note is the open string that it is fingered on. */
export function soundingOf(piece: Piece, ensemble: Ensemble, { bowOnly = false }: { bowOnly?: boolean } = {}): Sounding {
  const measures = measuresPlayed(piece)
  let lasts = 0
  const seats = Object.fromEntries(
    mapsOf(ensemble).map((map) => {
      const part = partOfSeat(piece, map, false)
      const played = performanceOf(piece, { line: part.line, octave: soundingOctave(part) })
      lasts = Math.max(lasts, played.lasts)
      const notes = bowOnly ? onOpenStrings(played.notes, map, part) : played.notes
      return [map.seat.id, heard(piece, part, notes)]
    }),
  )
  return { seats, measures, lasts }
}

function heard(piece: Piece, { line }: Part, notes: readonly PlayedNote[]): SoundNote[] {
  const byId = new Map<string, NoteEvent>()
  for (const { event } of placeEvents(piece, line)) if (event.kind === 'note') byId.set(event.id, event)
  const plucked = pluckedIn(line)
  const loud = loudnessOf(line)
  const { into, out } = slurs(piece, line)
  return notes.flatMap((n): SoundNote[] => {
    const event = byId.get(n.event)
    if (!event) return []
    const marks = event.marks ?? []
    const joined = out.has(n.event)
    const part = marks.includes('staccatissimo')
      ? SHORT.staccatissimo
      : marks.includes('staccato')
        ? SHORT.staccato
        : joined || n.grace || marks.includes('tenuto')
          ? 1
          : SHORT.detached
    const strong = marks.includes('accent') || marks.includes('marcato') ? ACCENT : 1
    return [
      {
        at: n.at,
        lasts: n.lasts * part,
        tick: n.tick,
        midi: n.midi,
        event: n.event,
        index: n.index,
        pass: n.pass,
        grace: n.grace,
        manner: plucked.has(n.event) ? 'plucked' : 'bowed',
        loud: Math.min(1, (loud.get(n.event) ?? USUAL) * strong),
        slurred: !n.grace && into.has(n.event),
      },
    ]
  })
}

/** Events whose bow goes on from the note before, and into the next. What is tied or slurred; stops inside a slur are kept apart by their marks. */
function slurs(piece: Piece, line: Line): { into: ReadonlySet<string>; out: ReadonlySet<string> } {
  const order = placeEvents(piece, line).flatMap(({ event }) => (event.kind === 'note' ? [event.id] : []))
  const place = new Map(order.map((id, i) => [id, i]))
  const [into, out] = [new Set<string>(), new Set<string>()]
  for (const s of line.slurs) {
    const [from, to] = [place.get(s.from), place.get(s.to)]
    if (from === undefined || to === undefined) continue
    for (let i = from; i < to; i++) {
      out.add(order[i])
      into.add(order[i + 1])
    }
  }
  return { into, out }
}

/** How loud each note of a line is: the last sign, hairpins on the way to the next one. */
function loudnessOf(line: Line): ReadonlyMap<string, number> {
  const events: readonly PieceEvent[] = line.measures.flatMap((m) => m.events)
  const found = new Map<string, number>()
  let now: number = USUAL
  for (let i = 0; i < events.length; i++) {
    const e = events[i]
    if (e.dynamic && !ONCE.has(e.dynamic)) now = LOUD[e.dynamic]
    found.set(e.id, e.dynamic ? LOUD[e.dynamic] : now)
    if (e.dynamic === 'fp') now = LOUD.p
    if (!e.hairpin) continue
    const end = events.findIndex((x, k) => k >= i && x.hairpinEnd)
    const to = end < 0 ? events.length - 1 : end
    // It leads to the sign that stands at its end or right after it; without one, a step louder or softer.
    const sign = [events[to], events[to + 1]].find((x, k) => x?.dynamic && (k === 1 || to > i))?.dynamic
    const aim = sign ? LOUD[sign] : Math.min(1, Math.max(LOUD.ppp, now + (e.hairpin === 'crescendo' ? HAIRPIN : -HAIRPIN)))
    const from = now
    for (let k = i; k <= to; k++) found.set(events[k].id, from + ((aim - from) * (k - i)) / Math.max(1, to - i))
    now = aim
    i = to
  }
  return found
}

/** The same strokes on open strings: what "bow only" sounds like. What is out of reach is left out. */
function onOpenStrings(notes: readonly PlayedNote[], map: SeatMap, part: Part): PlayedNote[] {
  return notes.flatMap((n) => {
    const placed = map.byEvent.get(n.event)
    const note = placed?.[Math.min(n.head, placed.length - 1)]
    if (!note || n.grace) return []
    return [{ ...n, midi: midiOf(map.instrument.strings[note.stop.string]) + 12 * part.sounding }]
  })
}
