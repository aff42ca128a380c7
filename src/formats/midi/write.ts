import midiPackage from '@tonejs/midi'
import { midiOf } from '@/core/music/pitch'
import { QUARTER } from '@/core/music/time'
import type { Piece } from '@/core/piece/piece'
import { placeEvents, placeMeasures } from '@/core/piece/walk'
import { tonic } from '@/core/music/key'
import type { Part } from '../parts'

const { Midi } = midiPackage

/** Clock of the file: divides 10080, so that triplets and 32nds are whole numbers. */
const PPQ = 480

/** General MIDI programs of the seats' instruments (MIDI 1.0); others are played as violins. */
const PROGRAMS: Record<string, number> = { Violin: 40, Viola: 41, Cello: 42, Bass: 43 }

/** The written notes of each part as a track at the octave in which it sounds: repeats once, tied notes in one, grace notes left out. */
export function writeMidi(piece: Piece, parts: readonly Part[]): Uint8Array {
  const file = new Midi()
  file.header.fromJSON({
    name: piece.title,
    ppq: PPQ,
    meta: [],
    tempos: [{ ticks: 0, bpm: piece.tempo ?? 100 }],
    timeSignatures: [],
    keySignatures: [],
  })
  const { header } = file
  const tick = (t: number) => Math.round((t * PPQ) / QUARTER)
  const measures = placeMeasures(piece, parts[0].line)
  measures.forEach(({ measure: m, start, meter, key }, i) => {
    if (i === 0 || m.meter) header.timeSignatures.push({ ticks: tick(start), timeSignature: [meter.beats, meter.unit], measures: i })
    if (i === 0 || m.key) {
      const t = tonic({ ...key, mode: 'major' })
      header.keySignatures.push({ ticks: tick(start), key: `${t.letter}${t.alter > 0 ? '#' : t.alter < 0 ? 'b' : ''}`, scale: key.mode })
    }
    if (i > 0 && m.tempo) header.tempos.push({ ticks: tick(start), bpm: m.tempo })
  })
  header.update()
  parts.forEach((part, i) => {
    const track = file.addTrack()
    track.name = part.name
    // Channel 10 is for drums.
    track.channel = i < 9 ? i : (i + 1) % 16
    track.instrument.number = PROGRAMS[part.name] ?? PROGRAMS.Violin
    for (const n of soundingNotes(piece, part))
      track.addNote({ midi: n.midi, ticks: tick(n.at), durationTicks: Math.max(1, tick(n.at + n.length) - tick(n.at)), velocity: 0.7 })
  })
  return file.toArray()
}

/** A sounding note: onset and length in ticks of the piece's clock, tied notes as one. */
export type Sounding = { readonly at: number; readonly length: number; readonly midi: number }

/** What a part sounds like, read from left to right, repeats once. */
export function soundingNotes(piece: Piece, part: Part): Sounding[] {
  const out: { at: number; length: number; midi: number }[] = []
  let tied = new Map<number, { at: number; length: number; midi: number }>()
  for (const { event, onset, ticks } of placeEvents(piece, part.line)) {
    const next = new Map<number, { at: number; length: number; midi: number }>()
    for (const h of event.kind === 'note' ? event.heads : []) {
      const midi = midiOf(h.pitch) + 12 * (part.written + part.sounding)
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
