import { describe, expect, it } from 'vitest'
import type { Measure, Piece } from '../piece/piece'
import { DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan } from '../plan/plan'
import { pieceFrom } from '../testing/piece'
import { hertz, soundingOf, type SoundNote } from './sounding'

const D = { fifths: 2, mode: 'major' } as const
const TWO = { beats: 2, unit: 4 } as const
const at60 = (text: string): Piece => ({ ...pieceFrom(text, D, TWO), tempo: 60 })
const heard = (piece: Piece, seat = 'violin', bowOnly = false): readonly SoundNote[] =>
  soundingOf(piece, ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS), { bowOnly }).seats[seat]
const changed = (piece: Piece, event: string, change: object): Piece => ({
  ...piece,
  lines: piece.lines.map((l) => ({
    ...l,
    measures: l.measures.map((m): Measure => ({ ...m, events: m.events.map((e) => (e.id === event ? { ...e, ...change } : e)) })),
  })),
})
const four = at60('D4 E4 F#4 G4')
const lengths = (notes: readonly SoundNote[]) => notes.map((n) => Number(n.lasts.toFixed(3)))
const louds = (piece: Piece) => heard(piece).map((n) => Number(n.loud.toFixed(2)))

describe('what a seat sounds like', () => {
  it('is at the pitch that is heard: unison in octaves, the bass an octave below what it reads (common practice)', () => {
    expect(['violin', 'viola', 'cello', 'bass'].map((s) => heard(four, s)[0].midi)).toEqual([62, 62, 50, 38])
    expect(heard(four).map((n) => n.at)).toEqual([0, 1, 2, 3])
  })

  it('A4 is what it is tuned to; an octave doubles it, a half step is the twelfth root of two (ISO 16: 440 Hz)', () => {
    expect(hertz(69, 440)).toBe(440)
    expect(hertz(57, 415)).toBe(207.5)
    expect(hertz(70, 440) / hertz(69, 440)).toBeCloseTo(2 ** (1 / 12), 12)
    // The open strings of a violin: 196, 293.7, 440, 659.3 Hz (common practice, from memory).
    expect([55, 62, 69, 76].map((m) => Number(hertz(m, 440).toFixed(1)))).toEqual([196, 293.7, 440, 659.3])
  })

  it('separate bows have a little air, a slur has none, staccato is half, tenuto whole', () => {
    expect(lengths(heard(four))).toEqual([0.94, 0.94, 0.94, 0.94])
    const slurred = heard(at60('(D4 E4) F#4 G4'))
    expect(lengths(slurred)).toEqual([1, 0.94, 0.94, 0.94])
    expect(slurred.map((n) => n.slurred)).toEqual([false, true, false, false])
    expect(lengths(heard(changed(four, 'e1', { marks: ['staccato'] })))).toEqual([0.94, 0.5, 0.94, 0.94])
    expect(lengths(heard(changed(four, 'e1', { marks: ['tenuto'] })))[1]).toBe(1)
    expect(lengths(heard(changed(four, 'e1', { marks: ['staccatissimo'] })))[1]).toBe(0.3)
  })

  it('ties are one note, and a fermata holds', () => {
    expect(lengths(heard(at60('D4 E4~ E4 G4')))).toEqual([0.94, 1.88, 0.94])
    expect(heard(changed(four, 'e1', { marks: ['fermata'] })).map((n) => n.at)).toEqual([0, 1, 3, 4])
  })

  it('is plucked from pizz. to arco', () => {
    const piece = changed(changed(four, 'e1', { marks: ['pizz'] }), 'e3', { marks: ['arco'] })
    expect(heard(piece).map((n) => n.manner)).toEqual(['bowed', 'plucked', 'plucked', 'bowed'])
  })

  it('follows the signs of loudness: a sign holds, sfz is for its note, a hairpin leads to the next sign', () => {
    expect(louds(four)).toEqual([0.65, 0.65, 0.65, 0.65])
    expect(louds(changed(four, 'e1', { dynamic: 'p' }))).toEqual([0.65, 0.45, 0.45, 0.45])
    expect(louds(changed(four, 'e1', { dynamic: 'sfz' }))).toEqual([0.65, 0.9, 0.65, 0.65])
    const grows = changed(changed(changed(four, 'e0', { dynamic: 'p', hairpin: 'crescendo' }), 'e2', { hairpinEnd: true }), 'e3', {
      dynamic: 'f',
    })
    const [a, b, c, d] = louds(grows)
    expect([a, d]).toEqual([0.45, 0.8])
    expect(b).toBeGreaterThan(a)
    expect(c).toBeGreaterThan(b)
    expect(louds(changed(four, 'e1', { marks: ['accent'] }))[1]).toBeGreaterThan(0.65)
  })

  it('the bow alone is the open strings that it is fingered on (check 17)', () => {
    // D and E, F♯ and G on the D string; A B on the A string.
    const piece = at60('D4 E4 F#4 G4 A4 B4')
    expect(heard(piece, 'violin', true).map((n) => n.midi)).toEqual([62, 62, 62, 62, 69, 69])
    expect(heard(piece, 'bass', true).map((n) => n.midi)).toEqual([38, 38, 38, 43, 43, 43])
    expect(heard(piece, 'violin', true).map((n) => n.at)).toEqual(heard(piece).map((n) => n.at))
  })
})
