import { describe, expect, it } from 'vitest'
import { INSTRUMENTS } from '../instruments/all'
import { hertz } from '../sounding/sounding'
import { FREE_SAMPLES, freePitch, sayFree } from './free'
import { trueSince, tuningOrder } from './inTurn'
import { playedBy, STEADY } from './student'

const RATE = 48_000

describe('any note', () => {
  it('names every bowed and plucked note from the bass to the violin, within 3 cents in the middle, no octave wrong', () => {
    for (const manner of ['bowed', 'plucked'] as const) {
      const off: number[] = []
      let none = 0
      for (let midi = 28; midi <= 88; midi++) {
        const tone = playedBy({ ...STEADY, manner, tendency: 9 }, hertz(midi, 440), 0.4, RATE, midi)
        const found = freePitch(tone.subarray(4800, 4800 + FREE_SAMPLES), RATE)
        if (found) off.push(Math.abs(1200 * Math.log2(found.hertz / hertz(midi, 440)) - 9))
        else none++
      }
      off.sort((a, b) => a - b)
      expect(off[off.length >> 1], manner).toBeLessThanOrEqual(3)
      expect(off.filter((x) => x > 600).length, manner).toBe(0)
      expect(none, manner).toBeLessThanOrEqual(3)
    }
  })
  it('says nothing of noise and silence', () => {
    expect(freePitch(new Float32Array(FREE_SAMPLES), RATE)).toBeNull()
    const noise = playedBy({ ...STEADY, noise: 1 }, 1, 0.2, RATE, 3).map((_x, i) => Math.sin(i * i * 0.7) * 0.3)
    expect(freePitch(noise.subarray(0, FREE_SAMPLES), RATE)).toBeNull()
  })
  it('says the note as the key spells it, and how far off it was', () => {
    const [sharps, flats] = [{ fifths: 2 }, { fifths: -3 }]
    expect(sayFree(440, 440, sharps, 'letters')).toBe('A (440.0 Hz)')
    expect(sayFree(440 * 2 ** (-12 / 1200), 440, sharps, 'letters')).toBe('A, 12 cents flat (437.0 Hz)')
    expect(sayFree(hertz(66, 440), 440, sharps, 'letters')).toBe('F♯ (370.0 Hz)')
    expect(sayFree(hertz(63, 440), 440, flats, 'letters')).toBe('E♭ (311.1 Hz)')
    expect(sayFree(445, 445, flats, 'letters')).toBe('A (445.0 Hz)')
  })
})

describe('open strings in turn', () => {
  it('A first, then down, then what lies above it', () => {
    const said = Object.fromEntries(
      INSTRUMENTS.map((i) => [
        i.id,
        tuningOrder(i.strings)
          .map((n) => i.strings[n].letter)
          .join(' '),
      ]),
    )
    expect(said).toMatchObject({ violin: 'A D G E', viola: 'A D G C', cello: 'A D G C', bass: 'A E D G' })
    expect(tuningOrder([{ letter: 'G' }, { letter: 'D' }])).toEqual([0, 1])
  })
  it('is true for as long as nothing else was heard between', () => {
    const at = (cents: number, held = false) => ({ kind: 'heard' as const, cents, held })
    expect(trueSince(null, at(3), 1)).toBe(1)
    expect(trueSince(1, at(-7), 1.5)).toBe(1)
    expect(trueSince(1, at(9), 1.5)).toBeNull()
    expect(trueSince(1, at(3, true), 1.5)).toBeNull()
    expect(trueSince(1, { kind: 'unsure' }, 1.5)).toBeNull()
  })
})
