import midiPackage from '@tonejs/midi'
import { describe, expect, it } from 'vitest'
import { likelyKey, spelled } from '@/core/music/spell'
import { midiOf, pitchName } from '@/core/music/pitch'
import { QUARTER, quarters } from '@/core/music/time'
import { placeEvents } from '@/core/piece/walk'
import { compareMidi } from './compare'
import { DEFAULT_GRID, quantised, type Played } from './quantise'
import { readMidi } from './read'

const { Midi } = midiPackage
/** Notes as [start, length, key number] in quarters. */
const played = (...notes: [number, number, number][]): Played[] =>
  notes.map(([at, length, midi]) => ({ at: at * QUARTER, length: length * QUARTER, midi }))
const onGrid = (notes: Played[], grid = DEFAULT_GRID) =>
  quantised(notes, grid).map((s) => `${quarters(s.at)} ${quarters(s.length)} ${s.midis.join('+')}`)
const file = (tracks: [number, number, number][][], name = 'Played') => {
  const midi = new Midi()
  midi.name = name
  midi.header.setTempo(120)
  tracks.forEach((notes, i) => {
    const track = midi.addTrack()
    track.name = `Track ${i + 1}`
    track.channel = i
    for (const [at, length, key] of notes)
      track.addNote({ midi: key, ticks: at * midi.header.ppq, durationTicks: length * midi.header.ppq })
  })
  return midi.toArray()
}

describe('the grid', () => {
  it('straightens what was played unevenly and joins what was meant to be joined', () => {
    expect(onGrid(played([0.03, 0.8, 60], [0.97, 0.85, 62], [2.04, 0.4, 64], [2.49, 0.45, 65], [3.02, 0.9, 67]))).toEqual([
      '0 1 60',
      '1 1 62',
      '2 1/2 64',
      '5/2 1/2 65',
      '3 1 67',
    ])
  })
  it('finds triplets only where they fit better, and not at all when they are not wanted', () => {
    const three = played([0, 0.33, 60], [0.34, 0.33, 62], [0.66, 0.33, 64], [1, 0.5, 65], [1.5, 0.5, 67])
    expect(onGrid(three)).toEqual(['0 1/3 60', '1/3 1/3 62', '2/3 1/3 64', '1 1/2 65', '3/2 1/2 67'])
    expect(onGrid(three, { parts: 4, triplets: false })[1]).toBe('1/4 1/2 62')
  })
  it('notes struck together are one chord; a real rest stays', () => {
    expect(onGrid(played([0, 1, 60], [0.02, 1, 64], [2, 1, 62]))).toEqual(['0 1 60+64', '2 1 62'])
  })
  it('says what it moved, before and after', () => {
    const c = compareMidi(
      file([
        [
          [0.1, 0.8, 60],
          [1, 1, 62],
        ],
      ]),
      DEFAULT_GRID,
    )!
    expect(c.played.map((s) => s.midi)).toEqual([60, 62])
    expect(c.written.map((s) => s.at)).toEqual([0, 1])
    // A tenth of a quarter at 120 to the minute is 50 ms.
    expect(Math.round(c.most)).toBe(50)
  })
})

describe('spelling', () => {
  const names = (midis: number[], fifths: number) => spelled(midis, { fifths }).map(pitchName).join(' ')
  it('scale notes as the signature has them, whatever the key', () => {
    expect(names([62, 64, 66, 67, 69, 71, 73, 74], 2)).toBe('D4 E4 F#4 G4 A4 B4 C#5 D5')
    expect(names([63, 65, 67, 68, 70, 72, 74, 75], -3)).toBe('Eb4 F4 G4 Ab4 Bb4 C5 D5 Eb5')
    for (let fifths = -7; fifths <= 7; fifths++)
      for (let midi = 40; midi < 90; midi++) expect(midiOf(spelled([midi], { fifths })[0])).toBe(midi)
  })
  it('what goes up is raised, what goes down is lowered; a minor key has its raised seventh (common practice)', () => {
    expect(names([67, 68, 69], 0)).toBe('G4 G#4 A4')
    expect(names([69, 68, 67], 0)).toBe('A4 Ab4 G4')
    expect(names([69, 68, 64], 0)).toBe('A4 G#4 E4')
  })
  it('the key is the one that explains the notes and ends on its keynote', () => {
    const key = (...midis: number[]) => likelyKey(midis.map((midi) => ({ midi, length: 1 })))
    expect(key(62, 64, 66, 67, 69, 71, 73, 74)).toEqual({ fifths: 2, mode: 'major' })
    expect(key(69, 71, 72, 74, 76, 77, 68, 69)).toEqual({ fifths: 0, mode: 'minor' })
  })
})

describe('a MIDI file (MIDI 1.0)', () => {
  it('each track is a line; long notes are tied over the barline, lengths cut at the beats', () => {
    const r = readMidi(
      'x.mid',
      file([
        [
          [0, 1, 67],
          [1, 2.5, 69],
          [3.5, 1.5, 71],
        ],
        [[0, 4, 43]],
      ]),
    )
    if (!r.ok) throw new Error(r.problems[0].text)
    expect(r.misfits).toEqual([])
    expect(r.piece.lines.map((l) => [l.name, l.clef])).toEqual([
      ['Track 1', 'treble'],
      ['Track 2', 'bass'],
    ])
    expect(
      placeEvents(r.piece, r.piece.lines[0]).map((e) =>
        e.event.kind === 'note'
          ? `${pitchName(e.event.heads[0].pitch)}${e.event.heads[0].tie ? '~' : ''} ${quarters(e.ticks)}`
          : `z ${quarters(e.ticks)}`,
      ),
    ).toEqual(['G4 1', 'A4~ 2', 'A4 1/2', 'B4~ 1/2', 'B4 1', 'z 3'])
    expect(r.piece.tempo).toBe(120)
  })
  it('refuses what is none, and what has no notes', () => {
    const says = (bytes: Uint8Array) => {
      const r = readMidi('x', bytes)
      return r.ok ? 'ok' : r.problems[0].text
    }
    expect(says(Uint8Array.from([1, 2, 3]))).toContain('damaged')
    expect(says(file([[]]))).toContain('no pitched notes')
  })
})

describe('a MIDI file that is not quite right (Standard MIDI Files 1.0)', () => {
  const good = () =>
    file([
      [
        [0, 1, 62],
        [1, 1, 64],
        [2, 1, 66],
      ],
    ])
  const saysOf = (bytes: Uint8Array) => {
    const r = readMidi('x.mid', bytes)
    return r.ok ? r.notices.join('; ') : r.problems[0].text
  }
  const chunk = (id: string, length: number) => Uint8Array.from([...Buffer.from(id), 0, 0, 0, length, ...new Array<number>(length).fill(7)])
  const joined = (...parts: Uint8Array[]) => Uint8Array.from(parts.flatMap((p) => [...p]))
  it('an unknown part is passed over, wherever it stands, and said', () => {
    const bytes = good()
    for (const odd of [joined(bytes.slice(0, 14), chunk('XFIH', 5), bytes.slice(14)), joined(bytes, chunk('XFKM', 9))]) {
      const r = readMidi('x.mid', odd)
      expect(r.ok && r.piece.lines[0].measures[0].events.filter((e) => e.kind === 'note')).toHaveLength(3)
      expect(saysOf(odd)).toContain('left out: 1 part of the file that hold')
    }
  })
  it('cut off, a division of nothing, film frames: each is named', () => {
    const bytes = good()
    expect(saysOf(bytes.slice(0, bytes.length - 6))).toContain('cut off')
    const division = (high: number, low: number) => Uint8Array.from([...bytes.slice(0, 12), high, low, ...bytes.slice(14)])
    expect(saysOf(division(0, 0))).toContain('its division is 0')
    expect(saysOf(division(0xe7, 40))).toContain('film frames')
  })
  /** A track of raw events: delta, status, key, velocity. */
  const raw = (...events: number[][]) => {
    const body = [...events.flat(), 0, 0xff, 0x2f, 0]
    return Uint8Array.from([...Buffer.from('MThd'), 0, 0, 0, 6, 0, 0, 0, 1, 0, 96, ...Buffer.from('MTrk'), 0, 0, 0, body.length, ...body])
  }
  it('no note is lost without being counted', () => {
    const clean = raw([0, 0x90, 60, 80], [96, 0x80, 60, 0], [0, 0x90, 62, 80], [96, 0x80, 62, 0])
    expect(saysOf(clean)).not.toContain('left out')
    // One that never ends; one of no length; two of one pitch at once.
    const hanging = raw([0, 0x90, 60, 80], [96, 0x80, 60, 0], [0, 0x90, 62, 80])
    expect(saysOf(hanging)).toContain('left out: 1 note that never end')
    const none = raw([0, 0x90, 60, 80], [0, 0x80, 60, 0], [96, 0x90, 62, 80], [96, 0x80, 62, 0])
    const r = readMidi('x.mid', none)
    const heads = r.ok ? r.piece.lines[0].measures.flatMap((m) => m.events.filter((e) => e.kind === 'note')).length : 0
    expect(heads === 2 || saysOf(none).includes('left out: 1 note')).toBe(true)
    const twice = raw([0, 0x90, 60, 80], [0, 0x90, 60, 80], [96, 0x80, 60, 0], [0, 0x80, 60, 0])
    expect(saysOf(twice)).toContain('left out: 1 note')
  })
  it('more at once than a chord holds: the highest stay, the rest are counted', () => {
    const r = readMidi('x.mid', file([Array.from({ length: 11 }, (_, i): [number, number, number] => [0, 1, 40 + 2 * i])]))
    expect(r.ok && r.notices).toContain('left out: 3 notes beyond 8 at once')
  })
})
