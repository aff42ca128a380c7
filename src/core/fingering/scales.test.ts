import { describe, expect, it } from 'vitest'
import { INSTRUMENTS, type Seat } from '../hands/instruments'
import { alterIn, type Key } from '../music/key'
import { midiOf, parsePitch, pitchAt, pitchName, stepsOf } from '../music/pitch'
import { pieceFrom } from '../testing/piece'
import { mapSeat } from './map'
import { DEFAULT_POLICY } from './policy'

/**
 * Scales in first position as school methods teach them. Common practice; written from memory.
 * Each word is string, place (↓ low or reached back, ↑ high or reached forward) and finger, upwards from the first pitch.
 */
const SCALES: readonly (readonly [Seat, string, number, string])[] = [
  // Violin: two octaves from G, A and B flat, one octave from the rest.
  ['violin', 'G3', 1, 'G0 G1 G2 G3 D0 D1 D2 D3 A0 A1 A↓2 A3 E0 E1 E↓2'],
  ['violin', 'A3', 3, 'G1 G2 G↑3 D0 D1 D2 D↑3 A0 A1 A2 A3 E0 E1 E2 E3'],
  ['violin', 'Bb3', -2, 'G↓2 G3 D0 D↓1 D↓2 D3 A0 A↓1 A↓2 A3 A↓4 E↓1 E↓2 E3 E↓4'],
  ['violin', 'C4', 0, 'G3 D0 D1 D↓2 D3 A0 A1 A↓2'],
  ['violin', 'D4', 2, 'D0 D1 D2 D3 A0 A1 A2 A3'],
  ['violin', 'Eb4', -3, 'D↓1 D↓2 D3 D↓4 A↓1 A↓2 A3 A↓4'],
  ['violin', 'E4', 4, 'D1 D2 D↑3 A0 A1 A2 A↑3 E0'],
  ['violin', 'F4', -1, 'D↓2 D3 A0 A↓1 A↓2 A3 E0 E↓1'],
  ['violin', 'Ab3', -4, 'G↓1 G↓2 G3 G↓4 D↓1 D↓2 D3 D↓4'],
  ['violin', 'A4', 3, 'A0 A1 A2 A3 E0 E1 E2 E3'],
  // Viola: the same hand a fifth lower.
  ['viola', 'C3', 0, 'C0 C1 C2 C3 G0 G1 G2 G3 D0 D1 D↓2 D3 A0 A1 A↓2'],
  ['viola', 'D3', 2, 'C1 C2 C↑3 G0 G1 G2 G↑3 D0 D1 D2 D3 A0 A1 A2 A3'],
  ['viola', 'Eb3', -3, 'C↓2 C3 G0 G↓1 G↓2 G3 D0 D↓1 D↓2 D3 D↓4 A↓1 A↓2 A3 A↓4'],
  ['viola', 'G3', 1, 'G0 G1 G2 G3 D0 D1 D2 D3'],
  ['viola', 'F3', -1, 'C3 G0 G1 G↓2 G3 D0 D1 D↓2'],
  ['viola', 'A3', 3, 'G1 G2 G↑3 D0 D1 D2 D↑3 A0'],
  ['viola', 'Bb3', -2, 'G↓2 G3 D0 D↓1 D↓2 D3 A0 A↓1'],
  // Cello: closed hand, and the extended one where a whole step lies between 1 and 2.
  ['cello', 'C2', 0, 'C0 C1 C3 C4 G0 G1 G3 G4 D0 D1 D2 D4 A0 A1 A2'],
  ['cello', 'D2', 2, 'C1 C↑2 C↑4 G0 G1 G↑2 G↑4 D0 D1 D3 D4 A0 A1 A3 A4'],
  ['cello', 'G2', 1, 'G0 G1 G3 G4 D0 D1 D3 D4'],
  ['cello', 'F2', -1, 'C4 G0 G1 G2 G4 D0 D1 D2'],
  ['cello', 'A2', 3, 'G1 G↑2 G↑4 D0 D1 D↑2 D↑4 A0'],
  ['cello', 'Bb2', -2, 'G2 G4 D0 D↓1 D2 D4 A0 A↓1'],
  // Bass, 1-2-4: one octave that first position holds, and D with its shift.
  ['bass', 'G2', 1, 'E2 A0 A1 A2 D0 D1 D4 G0'],
  ['bass', 'D3', 2, 'D0 D1 D4 G0 G1 G4 G2 G4'],
  ['bass', 'A2', 0, 'A0 A1 A2 D0 D1 D2 G0 G1'],
  ['bass', 'E2', 1, 'E0 E1 E2 A0 A1 A2 D0 D1'],
]

const MARK = { low: '↓', normal: '', high: '↑' }

function scale(from: string, key: Key, notes: number): string[] {
  const first = stepsOf(parsePitch(from)!)
  return Array.from({ length: notes }, (_, i) => {
    const natural = pitchAt(first + i, 0)
    return pitchName({ ...natural, alter: alterIn(key, natural.letter) })
  })
}

function fingered(seat: Seat, pitches: readonly string[], key: Key): string[] {
  const piece = pieceFrom(pitches.join(' '), key)
  const { notes, instrument, problems } = mapSeat(piece, piece.lines[0], seat, { octave: INSTRUMENTS[seat].sounds, policy: DEFAULT_POLICY })
  expect(problems).toEqual([])
  return notes.map((n) => `${instrument.strings[n.stop.string].letter}${MARK[n.stop.place]}${n.stop.finger}`)
}

describe('scales in first position (common practice, from memory)', () => {
  it.each(SCALES)('%s from %s, signature %i: up', (seat, from, fifths, expected) => {
    const words = expected.split(' ')
    const pitches = scale(from, { fifths, mode: 'major' }, words.length)
    expect(pitches[0]).toBe(from)
    expect(fingered(seat, pitches, { fifths, mode: 'major' }).join(' ')).toBe(expected)
  })
  // Down the same hand is used; only the bass's shift to III may come at another note.
  it.each(SCALES.filter(([seat]) => seat !== 'bass'))('%s from %s, signature %i: down', (seat, from, fifths, expected) => {
    const words = expected.split(' ')
    const pitches = scale(from, { fifths, mode: 'major' }, words.length).reverse()
    expect(fingered(seat, pitches, { fifths, mode: 'major' }).join(' ')).toBe([...words].reverse().join(' '))
  })
  it('the tables themselves stand on pitch: every step is a whole or a half', () => {
    for (const [, from, fifths, expected] of SCALES) {
      const midis = scale(from, { fifths, mode: 'major' }, expected.split(' ').length).map((p) => midiOf(parsePitch(p)!))
      midis.slice(1).forEach((m, i) => expect([1, 2]).toContain(m - midis[i]))
    }
  })
})
