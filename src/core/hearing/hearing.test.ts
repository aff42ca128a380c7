import { describe, expect, it } from 'vitest'
import { hertz } from '../sounding/sounding'
import { loudness, nearPitch, samplesFor } from './near'
import { needleOf, QUIET, sayNeedle, withReading, type PitchReading } from './needle'
import { centsOf, playedBy, STEADY, type MadeUpStudent } from './student'

const RATE = 48_000
/** Ranges by sounding key (MIDI 1.0): violin G3 to E6, viola C3 to A5, cello C2 to E5, bass E1 to D4. */
const RANGES = { violin: [55, 88], viola: [48, 81], cello: [36, 76], bass: [28, 62] } as const
const BOWED: MadeUpStudent = { ...STEADY, noise: 0.06 }

/** Readings of a student over a range, every third of a tone's second half. */
function readings(student: MadeUpStudent, [low, high]: readonly [number, number], meant = 0): { cents: number | null; off: number }[] {
  return Array.from({ length: high - low + 1 }, (_x, i) => low + i).flatMap((midi) => {
    const target = hertz(midi + meant, 440)
    const size = samplesFor(target, RATE)
    const tone = playedBy(student, hertz(midi, 440), 0.5, RATE, midi)
    return [0.1, 0.2, 0.3].map((at) => {
      const from = Math.round(at * RATE)
      return { cents: nearPitch(tone.subarray(from, from + size), RATE, target)?.cents ?? null, off: centsOf(student, midi) }
    })
  })
}
const errors = (found: readonly { cents: number | null; off: number }[]) =>
  found.flatMap((r) => (r.cents === null ? [] : [Math.abs(r.cents - r.off)])).sort((a, b) => a - b)
const median = (xs: readonly number[]) => xs[xs.length >> 1]

describe('a pitch near the one that is meant', () => {
  it.each(Object.entries(RANGES))(
    '%s: bowed with noise it is heard everywhere, within 3 cents in the middle, never another note',
    (_seat, range) => {
      const found = readings({ ...BOWED, tendency: 12, scatter: 8 }, range)
      const off = errors(found)
      expect(off.length / found.length).toBeGreaterThan(0.95)
      expect(median(off)).toBeLessThanOrEqual(3)
      // Gross: a third of a tone off.
      expect(off.filter((x) => x > 60).length / found.length).toBeLessThanOrEqual(0.005)
    },
  )

  it('plucked, and with a neighbour a third or a fifth away that is softer', () => {
    for (const [over, most] of [
      [{ manner: 'plucked' }, 3],
      [{ neighbour: { semitones: 7, loud: 0.2 } }, 3],
      [{ neighbour: { semitones: 4, loud: 0.2 } }, 8],
    ] as const) {
      const found = readings({ ...BOWED, ...over }, RANGES.violin)
      const off = errors(found)
      expect(off.length / found.length, JSON.stringify(over)).toBeGreaterThan(0.9)
      expect(median(off), JSON.stringify(over)).toBeLessThanOrEqual(most)
    }
  })

  it('takes no octave, fifth or noise for the note', () => {
    for (const semitones of [12, -12, -7, 19, -19]) {
      const taken = readings(BOWED, [58, 70], -semitones).filter((r) => r.cents !== null)
      expect(taken.length, `${semitones} half steps`).toBe(0)
    }
    const noise = playedBy({ ...STEADY, noise: 1 }, 1, 0.2, RATE, 3).map((_x, i) => Math.sin(i * i * 0.7) * 0.3)
    expect(nearPitch(noise.subarray(0, 2048), RATE, 440)).toBeNull()
    expect(nearPitch(new Float32Array(2048), RATE, 440)).toBeNull()
    expect(nearPitch(new Float32Array(16), RATE, 440)).toBeNull()
  })

  it('says a half step as a half step', () => {
    const found = errors(readings(BOWED, RANGES.viola, -1).map((r) => ({ ...r, off: 100 })))
    expect(median(found)).toBeLessThanOrEqual(3)
  })
})

describe('the needle', () => {
  /** Reads a tone as the tuner does, 25 times a second. */
  const read = (student: MadeUpStudent, midi: number, seconds = 1): PitchReading[] => {
    const target = hertz(midi, 440)
    const size = samplesFor(target, RATE)
    const tone = playedBy(student, target, seconds, RATE, 1)
    let out: PitchReading[] = []
    for (let at = 0.04; at + size / RATE < seconds; at += 0.025) {
      const part = tone.subarray(Math.round(at * RATE), Math.round(at * RATE) + size)
      out = withReading(out, { at, loud: loudness(part), cents: nearPitch(part, RATE, target)?.cents ?? null })
    }
    return out
  }
  it('is calm: a hand that swings is shown by its middle', () => {
    for (const midi of [60, 69, 81]) {
      const needle = needleOf(read({ ...BOWED, tendency: 15, vibrato: 20 }, midi))
      expect(needle).toMatchObject({ kind: 'heard', held: false })
      if (needle.kind === 'heard') expect(Math.abs(needle.cents - 15)).toBeLessThanOrEqual(8)
    }
  })
  it('holds what was heard for a moment, then says nothing', () => {
    const heard = read(BOWED, 69)
    const last = heard.at(-1)!.at
    const silence = (until: number) => {
      let all = heard
      for (let at = last + 0.025; at < until; at += 0.025) all = withReading(all, { at, loud: 0, cents: null })
      return all
    }
    expect(needleOf(silence(last + 0.8))).toMatchObject({ kind: 'heard', held: true })
    expect(needleOf(silence(last + 2)).kind).toBe('silent')
    expect(needleOf([])).toEqual({ kind: 'silent' })
  })
  it('shows a note after three readings of it, not after one or two', () => {
    const of = (n: number) => needleOf(Array.from({ length: n }, (_, i) => ({ at: i * 0.025, loud: 0.2, cents: 4 })))
    expect([1, 2].map((n) => of(n).kind)).toEqual(['unsure', 'unsure'])
    expect(of(3)).toEqual({ kind: 'heard', cents: 4, held: false })
  })
  it('says "too much else" instead of a wrong pitch where another seat is as loud', () => {
    expect(needleOf(read({ ...BOWED, neighbour: { semitones: 3, loud: 1.4 } }, 69)).kind).toBe('unsure')
  })
  it('says what to do in words, and nothing by colour', () => {
    const at = (cents: number) => sayNeedle({ kind: 'heard', cents, held: false })
    expect([at(0), at(18.4), at(-30)]).toEqual(['In tune (0 cents).', 'Sharp by 18 cents. Lower it.', 'Flat by 30 cents. Raise it.'])
    expect(sayNeedle({ kind: 'silent' })).toBe('Play the note.')
    expect(QUIET).toBeGreaterThan(0)
  })
})

describe('the made-up student', () => {
  it('plays off by the tendency, scattered around it, the same for the same try', () => {
    const student: MadeUpStudent = { ...STEADY, tendency: 18, scatter: 6 }
    const tries = Array.from({ length: 400 }, (_x, i) => centsOf(student, i))
    const mean = tries.reduce((a, b) => a + b, 0) / tries.length
    const spread = Math.sqrt(tries.reduce((sum, x) => sum + (x - mean) ** 2, 0) / tries.length)
    expect(mean).toBeGreaterThan(16.5)
    expect(mean).toBeLessThan(19.5)
    expect(spread).toBeGreaterThan(4.5)
    expect(spread).toBeLessThan(7.5)
    expect(playedBy(student, 440, 0.1, RATE, 5)).toEqual(playedBy(student, 440, 0.1, RATE, 5))
  })
})
