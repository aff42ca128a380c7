import { writeMidi as writeTracks, type MidiEvent } from 'midi-file'
import { QUARTER } from '@/core/music/time'
import { soundingOctave, type Part } from '@/core/part/part'
import { measuresPlayed, performanceOf } from '@/core/performance/performance'
import { speedsFrom } from '@/core/performance/tempo'
import type { Piece } from '@/core/piece/piece'
import { placeMeasures } from '@/core/piece/walk'

/** Clock of the file: divides 10080, so that triplets and 32nds are whole numbers. */
const PPQ = 480

/** Each part as a track, as it is played at the octave in which it sounds: repeats told out, tied notes in one, grace notes short. */
export function writeMidi(piece: Piece, parts: readonly Part[]): Uint8Array {
  const tracks = [conductor(piece), ...parts.map((part, i) => trackOf(piece, part, i))]
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

/** Microseconds that a quarter lasts, from seconds a tick. */
const microseconds = (perTick: number): number => Math.round(1_000_000 * perTick * QUARTER)

/** The track without notes: title, meter, key and tempo, measure by measure as they are played. */
function conductor(piece: Piece): MidiEvent[] {
  const events: Timed[] = [{ at: 0, event: { meta: true, type: 'trackName', text: latin(piece.title) } }]
  const written = placeMeasures(piece, piece.lines[0])
  /** Says something where it is not as it was last said. */
  const said = new Map<string, string>()
  const say = (at: number, event: Timeless<MidiEvent>) => {
    const text = JSON.stringify(event)
    if (said.get(event.type) === text) return
    said.set(event.type, text)
    events.push({ at, event })
  }
  for (const { index, tick: from, ticks } of measuresPlayed(piece)) {
    const { start, meter, key } = written[index]
    const at = tick(from)
    say(at, { meta: true, type: 'timeSignature', numerator: meter.beats, denominator: meter.unit, metronome: 24, thirtyseconds: 8 })
    say(at, { meta: true, type: 'keySignature', key: key.fifths, scale: key.mode === 'minor' ? 1 : 0 })
    for (const s of speedsFrom(piece, start, start + ticks))
      say(tick(from + s.from - start), { meta: true, type: 'setTempo', microsecondsPerBeat: microseconds(s.perTick) })
  }
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
  for (const n of performanceOf(piece, { line: part.line, octave: soundingOctave(part) }).notes) {
    const from = tick(n.tick)
    starts.push({ at: from, event: { channel, type: 'noteOn', noteNumber: n.midi, velocity: 89 } })
    ends.push({ at: Math.max(from + 1, tick(n.tick + n.ticks)), event: { channel, type: 'noteOff', noteNumber: n.midi, velocity: 0 } })
  }
  // A note ends before the next one of its pitch begins.
  return inTime([...events, ...ends, ...starts])
}

/** A text as the bytes of UTF-8, a character each: the file has bytes, and readers of today take them for UTF-8. */
const latin = (text: string): string => String.fromCharCode(...new TextEncoder().encode(text))
