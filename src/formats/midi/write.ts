import { writeMidi as writeTracks, type MidiEvent } from 'midi-file'
import { midiOf } from '@/core/music/pitch'
import { QUARTER } from '@/core/music/time'
import type { Piece } from '@/core/piece/piece'
import { placeEvents, placeMeasures } from '@/core/piece/walk'
import type { Part } from '../parts'

/** Clock of the file: divides 10080, so that triplets and 32nds are whole numbers. */
const PPQ = 480

/** The written notes of each part as a track at the octave in which it sounds: repeats once, tied notes in one, grace notes left out. */
export function writeMidi(piece: Piece, parts: readonly Part[]): Uint8Array {
  const tracks = [conductor(piece, parts[0]), ...parts.map((part, i) => trackOf(piece, part, i))]
  const header = encoded([]).slice(0, HEADER)
  // The number of tracks, as the library was only asked for one at a time.
  header.splice(10, 2, tracks.length >> 8, tracks.length & 255)
  return Uint8Array.from([header, ...tracks.map(chunk)].flat())
}

/** Bytes of a file's header chunk, and of the head of a track chunk (MIDI 1.0, Standard MIDI Files). */
const HEADER = 14
const CHUNK = 8
/** The library copies what it has so far at each event: it is asked in slices. */
const SLICE = 256

const encoded = (events: MidiEvent[]): number[] => writeTracks({ header: { format: 1, numTracks: 1, ticksPerBeat: PPQ }, tracks: [events] })

/** A track as a chunk: "MTrk", its length in four bytes, its events. */
function chunk(events: readonly MidiEvent[]): number[] {
  const slices: number[][] = []
  for (let i = 0; i < events.length; i += SLICE) slices.push(encoded(events.slice(i, i + SLICE)).slice(HEADER + CHUNK))
  const bytes = slices.flat()
  const { length } = bytes
  return [0x4d, 0x54, 0x72, 0x6b, (length >>> 24) & 255, (length >>> 16) & 255, (length >>> 8) & 255, length & 255].concat(bytes)
}

const tick = (t: number): number => Math.round((t * PPQ) / QUARTER)
/** Something at its time, in ticks from the start. */
type Timeless<E> = E extends MidiEvent ? Omit<E, 'deltaTime'> : never
type Timed = { readonly at: number; readonly event: Timeless<MidiEvent> }

/** In the order of time, each as far from the one before as it is; of equals in the order given. */
function inTime(events: readonly Timed[]): MidiEvent[] {
  let last = 0
  const ordered = [...events].sort((a, b) => a.at - b.at)
  const out = ordered.map(({ at, event }) => {
    const deltaTime = at - last
    last = at
    return { ...event, deltaTime } as MidiEvent
  })
  return [...out, { deltaTime: 0, meta: true, type: 'endOfTrack' }]
}

const microseconds = (perMinute: number): number => Math.round(60_000_000 / perMinute)

/** The track without notes: title, meter, key and tempo. */
function conductor(piece: Piece, { line }: Part): MidiEvent[] {
  const events: Timed[] = [{ at: 0, event: { meta: true, type: 'trackName', text: latin(piece.title) } }]
  const tempo = (at: number, perMinute: number): Timed => ({
    at,
    event: { meta: true, type: 'setTempo', microsecondsPerBeat: microseconds(perMinute) },
  })
  events.push(tempo(0, piece.tempo ?? 100))
  placeMeasures(piece, line).forEach(({ measure: m, start, meter, key }, i) => {
    const at = tick(start)
    if (i === 0 || m.meter)
      events.push({
        at,
        event: { meta: true, type: 'timeSignature', numerator: meter.beats, denominator: meter.unit, metronome: 24, thirtyseconds: 8 },
      })
    if (i === 0 || m.key)
      events.push({ at, event: { meta: true, type: 'keySignature', key: key.fifths, scale: key.mode === 'minor' ? 1 : 0 } })
    if (i > 0 && m.tempo) events.push(tempo(at, m.tempo))
  })
  return inTime(events)
}

function trackOf(piece: Piece, part: Part, i: number): MidiEvent[] {
  // Channel 10 is for drums.
  const channel = i < 9 ? i : (i + 1) % 16
  const events: Timed[] = [
    { at: 0, event: { meta: true, type: 'trackName', text: latin(part.name) } },
    { at: 0, event: { channel, type: 'programChange', programNumber: part.midiProgram } },
  ]
  const [starts, ends]: [Timed[], Timed[]] = [[], []]
  for (const n of soundingNotes(piece, part)) {
    const from = tick(n.at)
    starts.push({ at: from, event: { channel, type: 'noteOn', noteNumber: n.midi, velocity: 89 } })
    ends.push({ at: Math.max(from + 1, tick(n.at + n.length)), event: { channel, type: 'noteOff', noteNumber: n.midi, velocity: 0 } })
  }
  // A note ends before the next one of its pitch begins.
  return inTime([...events, ...ends, ...starts])
}

/** A text as the bytes of UTF-8, a character each: the file has bytes, and readers of today take them for UTF-8. */
const latin = (text: string): string => String.fromCharCode(...new TextEncoder().encode(text))

/** A sounding note: onset and length in ticks of the piece's clock, tied notes as one. */
export type Sounding = { readonly at: number; readonly length: number; readonly midi: number }

/** A key that MIDI has (0 to 127): what lies beyond is played in the nearest octave that it can say. */
const inKeys = (midi: number): number => (midi > 127 ? inKeys(midi - 12) : midi < 0 ? inKeys(midi + 12) : midi)

/** What a part sounds like, read from left to right, repeats once. */
export function soundingNotes(piece: Piece, part: Part): Sounding[] {
  const out: { at: number; length: number; midi: number }[] = []
  let tied = new Map<number, { at: number; length: number; midi: number }>()
  for (const { event, onset, ticks } of placeEvents(piece, part.line)) {
    const next = new Map<number, { at: number; length: number; midi: number }>()
    for (const h of event.kind === 'note' ? event.heads : []) {
      const midi = inKeys(midiOf(h.pitch) + 12 * (part.written + part.sounding))
      const held = tied.get(midi)
      const note = held ?? { at: onset, length: 0, midi }
      note.length += ticks
      if (!held) out.push(note)
      if (h.tie) next.set(midi, note)
    }
    tied = next
  }
  return out
}
