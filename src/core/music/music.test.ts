import fc from 'fast-check'
import { Interval, Key as TonalKey, Note } from 'tonal'
import { describe, expect, it } from 'vitest'
import { atBarline, inForce, readHead } from './accidentals'
import { CLEFS, clefBy, ledgerLinesAt, staffPlace, stemOf } from './clef'
import { alterIn, keyName, signatureNotes, tonic, type Key } from './key'
import { byOctaves, hertzOf, LETTERS, midiOf, parsePitch, pitchAt, pitchName, stepsOf, type Pitch } from './pitch'
import { spokenNote } from './noteName'

const pitches: fc.Arbitrary<Pitch> = fc.record({
  letter: fc.constantFrom(...LETTERS),
  alter: fc.integer({ min: -2, max: 2 }),
  octave: fc.integer({ min: 0, max: 8 }),
})
const keys: fc.Arbitrary<Key> = fc.record({
  fifths: fc.integer({ min: -7, max: 7 }),
  mode: fc.constantFrom('major' as const, 'minor' as const),
})
const p = (name: string): Pitch => parsePitch(name)!

describe('pitch', () => {
  // Reference: the tonal library (npm tonal), scientific pitch notation and MIDI 1.0 key numbers.
  it('agrees with a reference library on key number and frequency', () => {
    fc.assert(
      fc.property(pitches, (x) => {
        const note = Note.get(pitchName(x))
        if (note.midi !== null) expect(midiOf(x)).toBe(note.midi)
        if (note.freq !== null) expect(hertzOf(midiOf(x))).toBeCloseTo(note.freq, 6)
      }),
    )
  })
  it('C4 is 60 and A4 is 440 Hz (scientific pitch notation, ISO 16)', () => {
    expect(midiOf(p('C4'))).toBe(60)
    expect(hertzOf(midiOf(p('A4')))).toBe(440)
    expect(hertzOf(midiOf(p('A4')), 415)).toBe(415)
  })
  it('the open strings of the bass sound an octave below what is written (common practice, A4 = 440)', () => {
    const hertz = ['E2', 'A2', 'D3', 'G3'].map((name) => hertzOf(midiOf(byOctaves(p(name), -1))))
    ;[41.2, 55, 73.4, 98].forEach((wanted, i) => expect(hertz[i]).toBeCloseTo(wanted, 1))
  })
  it('names read back, steps read back', () => {
    fc.assert(
      fc.property(pitches, (x) => {
        expect(parsePitch(pitchName(x))).toEqual(x)
        expect(pitchAt(stepsOf(x), x.alter)).toEqual(x)
      }),
    )
  })
  it('an octave is twelve semitones and seven letters', () => {
    fc.assert(
      fc.property(pitches, fc.integer({ min: -3, max: 3 }), (x, n) => {
        const moved = byOctaves(x, n)
        expect(midiOf(moved) - midiOf(x)).toBe(12 * n)
        expect(stepsOf(moved) - stepsOf(x)).toBe(7 * n)
        expect(moved.letter).toBe(x.letter)
      }),
    )
  })
  it('is not read from nonsense', () => {
    for (const bad of ['H4', 'c4', 'C', 'C#b4', '']) expect(parsePitch(bad)).toBeNull()
  })
  it('is said in words', () => {
    expect(spokenNote('letters', p('F#4'))).toBe('F sharp')
    expect(spokenNote('letters', p('C4'), true)).toBe('C natural')
  })
})

describe('key', () => {
  it('agrees with a reference library on keynote and signature', () => {
    fc.assert(
      fc.property(keys, (k) => {
        const t = tonic(k)
        const name = t.letter + (t.alter < 0 ? 'b'.repeat(-t.alter) : '#'.repeat(t.alter))
        const scale = k.mode === 'major' ? TonalKey.majorKey(name).scale : TonalKey.minorKey(name).natural.scale
        expect(scale).toHaveLength(7)
        for (const note of scale) {
          const { letter, acc } = Note.get(note)
          expect(alterIn(k, letter as Pitch['letter'])).toBe(acc.length * (acc.startsWith('b') ? -1 : 1))
        }
        expect(signatureNotes(k)).toHaveLength(Math.abs(k.fifths))
      }),
    )
  })
  it('is named', () => {
    expect(keyName({ fifths: 2, mode: 'major' })).toBe('D major')
    expect(keyName({ fifths: -2, mode: 'major' })).toBe('B♭ major')
    expect(keyName({ fifths: 0, mode: 'minor' })).toBe('A minor')
    expect(signatureNotes({ fifths: -2 })).toEqual([
      { letter: 'B', alter: -1 },
      { letter: 'E', alter: -1 },
    ])
  })
  it('the fifth above a keynote adds one sharp', () => {
    fc.assert(
      fc.property(fc.integer({ min: -7, max: 6 }), (fifths) => {
        const [a, b] = [tonic({ fifths, mode: 'major' }), tonic({ fifths: fifths + 1, mode: 'major' })]
        const pc = (t: typeof a) => `${t.letter}${t.alter < 0 ? 'b' : t.alter > 0 ? '#' : ''}`
        expect(Interval.distance(pc(a), pc(b))).toMatch(/^5P$|^-4P$/)
      }),
    )
  })
})

describe('accidentals (common practice of notation)', () => {
  const D = { fifths: 2 }
  it('hold for their letter and octave to the barline; other octaves are unaffected', () => {
    const first = readHead(atBarline, D, p('F4'), false)
    expect(first.sign).toBe(true)
    expect(readHead(first.signs, D, p('F4'), false).sign).toBe(false)
    expect(readHead(first.signs, D, p('F5'), false).sign).toBe(true)
    expect(inForce(first.signs, D, p('F5'))).toBe(1)
    expect(readHead(atBarline, D, p('F4'), false).sign).toBe(true)
  })
  it('a tied note keeps its sign over the barline and sets nothing after', () => {
    const held = readHead(atBarline, D, p('F4'), true)
    expect(held.sign).toBe(false)
    expect(readHead(held.signs, D, p('F4'), false).sign).toBe(true)
  })
  it('what the signature says needs no sign', () => expect(readHead(atBarline, D, p('C#5'), false).sign).toBe(false))
})

describe('staff', () => {
  it('middle lines of the clefs (common practice)', () => {
    for (const [clef, middle] of [
      ['treble', 'B4'],
      ['alto', 'C4'],
      ['tenor', 'A3'],
      ['bass', 'D3'],
    ] as const)
      expect(staffPlace(p(middle), CLEFS[clef])).toBe(0)
    expect(clefBy('F', 4)?.name).toBe('bass')
    expect(clefBy('F', 3)).toBeNull()
  })
  it('stems: on or above the middle line down, below it up', () => {
    expect(stemOf([p('B4')], CLEFS.treble)).toBe('down')
    expect(stemOf([p('A4')], CLEFS.treble)).toBe('up')
    expect(stemOf([p('D4'), p('G5')], CLEFS.treble)).toBe('down')
    fc.assert(
      fc.property(
        pitches,
        fc.constantFrom(...Object.values(CLEFS)),
        (x, clef) => stemOf([x], clef) === (staffPlace(x, clef) >= 0 ? 'down' : 'up'),
      ),
    )
  })
  it('ledger lines: middle C has one in treble and bass, none in alto', () => {
    expect(ledgerLinesAt(p('C4'), CLEFS.treble)).toBe(1)
    expect(ledgerLinesAt(p('C4'), CLEFS.bass)).toBe(1)
    expect(ledgerLinesAt(p('C4'), CLEFS.alto)).toBe(0)
    expect(ledgerLinesAt(p('G3'), CLEFS.treble)).toBe(2)
    expect(ledgerLinesAt(p('G5'), CLEFS.treble)).toBe(0)
  })
})
