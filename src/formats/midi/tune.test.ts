import midiPackage from '@tonejs/midi'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { writeMidi as writeTracks, type MidiEvent } from 'midi-file'
import { tuneOf } from './tune'

const { Midi } = midiPackage

const noteArb = fc.record({
  at: fc.integer({ min: 0, max: 4000 }),
  length: fc.integer({ min: 1, max: 1500 }),
  midi: fc.integer({ min: 40, max: 52 }),
  channel: fc.constantFrom(0, 1, 9),
})
const fileArb = fc.record({
  tracks: fc.array(fc.array(noteArb, { maxLength: 30 }), { minLength: 1, maxLength: 4 }),
  tempo: fc.option(fc.integer({ min: 20, max: 300 })),
  key: fc.option(fc.record({ fifths: fc.integer({ min: -7, max: 7 }), minor: fc.boolean() })),
})

/** A file of format 1: a first track with tempo and signature, then the notes; their ends are written before what begins at once. */
function bytesOf({ tracks, tempo, key }: typeof fileArb extends fc.Arbitrary<infer T> ? T : never): Uint8Array {
  const head: MidiEvent[] = [
    { deltaTime: 0, type: 'trackName', meta: true, text: 'A made-up tune' },
    ...(tempo ? [{ deltaTime: 0, type: 'setTempo', meta: true, microsecondsPerBeat: Math.round(60_000_000 / tempo) } as MidiEvent] : []),
    ...(key ? [{ deltaTime: 0, type: 'keySignature', meta: true, key: key.fifths, scale: key.minor ? 1 : 0 } as MidiEvent] : []),
    { deltaTime: 0, type: 'endOfTrack', meta: true },
  ]
  const written = tracks.map((notes, i): MidiEvent[] => {
    const events = notes.flatMap((n) => [
      { at: n.at, order: 1, type: 'noteOn' as const, noteNumber: n.midi, channel: n.channel, velocity: 64 },
      { at: n.at + n.length, order: 0, type: 'noteOff' as const, noteNumber: n.midi, channel: n.channel, velocity: 0 },
    ])
    events.sort((a, b) => a.at - b.at || a.order - b.order)
    let last = 0
    const timed = events.map(({ at, order: _, ...e }): MidiEvent => {
      const deltaTime = at - last
      last = at
      return { deltaTime, ...e }
    })
    return [
      { deltaTime: 0, type: 'trackName', meta: true, text: `Line ${i + 1}` },
      ...timed,
      { deltaTime: 0, type: 'endOfTrack', meta: true },
    ]
  })
  return Uint8Array.from(
    writeTracks({ header: { format: 1, numTracks: tracks.length + 1, ticksPerBeat: 480 }, tracks: [head, ...written] }),
  )
}

describe('the tune of a MIDI file', () => {
  it('is what a general-purpose library of MIDI finds in it: tracks, notes, tempo, signature (package @tonejs/midi, for tests only)', () => {
    fc.assert(
      fc.property(fileArb, (file) => {
        const bytes = bytesOf(file)
        const [tune, other] = [tuneOf(bytes)!, new Midi(bytes)]
        const spans = (notes: readonly { ticks: number; midi: number }[], lengthOf: (i: number) => number) =>
          notes.map((n, i) => `${n.ticks} ${n.midi} ${lengthOf(i)}`).sort()
        const mine = tune.tracks.filter((t) => t.notes.length > 0)
        const theirs = other.tracks.filter((t) => t.notes.length > 0)
        expect(mine.map((t) => [t.channel, ...spans(t.notes, (i) => t.notes[i].length)])).toEqual(
          theirs.map((t) => [t.channel, ...spans(t.notes, (i) => t.notes[i].durationTicks)]),
        )
        expect(tune.ppq).toBe(other.header.ppq)
        expect(tune.title).toBe(other.header.name)
        expect(tune.tempo ?? null).toBe(other.header.tempos[0]?.bpm ?? null)
        expect(tune.key ? (tune.key.minor ? 'minor' : 'major') : undefined).toBe(other.header.keySignatures[0]?.scale)
        expect(tune.begun).toBe(file.tracks.flat().filter((n) => n.channel !== 9).length)
      }),
      { numRuns: 200 },
    )
  })

  it('names the first of what plays in one track, and no other', () => {
    const note = { length: 480, midi: 60 }
    const tune = tuneOf(
      bytesOf({
        tracks: [
          [
            { at: 0, channel: 0, ...note },
            { at: 0, channel: 1, ...note },
          ],
        ],
        tempo: null,
        key: null,
      }),
    )!
    expect(tune.tracks.map((t) => [t.name, t.channel, t.notes.length])).toEqual([
      ['Line 1', 0, 1],
      ['', 1, 1],
    ])
  })

  it('is none of what is no MIDI file', () => {
    expect(tuneOf(new Uint8Array([1, 2, 3]))).toBeNull()
  })
})
