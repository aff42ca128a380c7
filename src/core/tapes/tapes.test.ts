import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { INSTRUMENTS } from '../instruments/all'
import { hertzOf, midiOf, parsePitch } from '../music/pitch'
import { tapedFrames } from './frames'
import { fromNut, halfStepsAt, halfwayRule, markersOf, tapesFor, usualFrames, usualPositions, type TapesAsk } from './tapes'

const [violin, viola, cello, bass] = INSTRUMENTS
const ask = (instrument: TapesAsk['instrument'], over: Partial<TapesAsk> = {}) =>
  tapesFor({
    instrument,
    length: instrument.sizes[0].length,
    frames: usualFrames(instrument),
    positions: usualPositions(instrument),
    ...over,
  })
const on = (letter: string, places: ReturnType<typeof ask>) => places.filter((p) => p.string === letter)

describe('where tapes go', () => {
  it('half the string is the octave, a third of it off the fifth but for two cents (twelve-tone equal temperament)', () => {
    expect(fromNut(328, 12)).toBe(164)
    expect(fromNut(328, 0)).toBe(0)
    // A just fifth sounds with two thirds of the string; the tempered one is 1.955 cents narrower.
    expect(100 * (halfStepsAt(300, 100) - 7)).toBeCloseTo(1.955, 3)
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 12 }), fc.double({ min: 150, max: 1200, noNaN: true }), (k, length) => {
        expect(halfStepsAt(length, fromNut(length, k))).toBeCloseTo(k, 9)
      }),
    )
  })

  it('a 4/4 violin in first position: 1, 2, 3 and 4 at 35.8, 67.7, 82.3 and 109.1 mm, worked out by hand', () => {
    // 328 mm · (1 − 2^(−k/12)) with 2^(−1/6) = 0.8908987, 2^(−1/3) = 0.7937005, 2^(−5/12) = 0.7491535, 2^(−7/12) = 0.6674199.
    const places = on('A', ask(violin))
    expect(places.map((p) => [p.finger, p.k, p.mm, p.note])).toEqual([
      ['1', 2, 35.8, 'B4'],
      ['2', 4, 67.7, 'C#5'],
      ['3', 5, 82.3, 'D5'],
      ['4', 7, 109.1, 'E5'],
    ])
    expect(places[0].inches).toBe(1.41)
    expect(places.every((p) => p.position === 'I')).toBe(true)
  })

  it('the low 2 lies halfway between the tapes of 1 and 2 within a millimetre, and sounds 3 cents flat there', () => {
    const { mm, cents } = halfwayRule(328)
    expect(Math.abs(mm)).toBeLessThan(1)
    expect(mm).toBeCloseTo((fromNut(328, 2) + fromNut(328, 4)) / 2 - fromNut(328, 3), 2)
    expect(cents).toBe(Math.round(10 * (1200 * Math.log2(2 / (2 ** (-1 / 6) + 2 ** (-1 / 3))) - 300)) / 10)
    // The same part of every string, so the same cents.
    expect(halfwayRule(692).cents).toBe(cents)
  })

  it('frames put the fingers where the handbook has them: by letters on A, by half steps in I', () => {
    const notes = (frame: string) => on('A', ask(violin, { frames: [frame] })).map((p) => `${p.finger}=${p.note}`)
    expect(tapedFrames(violin).map((f) => f.name)).toEqual(['touch 2-3', 'touch 1-2', 'touch 3-4', 'touch none'])
    expect(notes('touch 1-2')).toEqual(['1=B4', 'low 2=C5', '3=D5', '4=E5'])
    expect(notes('touch 3-4')).toEqual(['1=B4', '2=C#5', 'high 3=D#5', '4=E5'])
    expect(notes('touch none')).toEqual(['low 1=Bb4', 'low 2=C5', '3=D5', '4=E5'])
    expect(on('A', ask(viola)).map((p) => p.note)).toEqual(['B4', 'C#5', 'D5', 'E5'])
    expect(on('A', ask(cello)).map((p) => [p.finger, p.k])).toEqual([
      ['1', 2],
      ['2', 3],
      ['3', 4],
      ['4', 5],
    ])
    expect(tapedFrames(cello).map((f) => f.name)).toEqual(['closed', 'extended back', 'extended forward'])
    const forward = on('A', ask(cello, { frames: ['extended forward'] }))
    expect(forward.map((p) => p.k)).toEqual([2, 4, 5, 6])
    expect(on('A', ask(bass)).map((p) => [p.finger, p.k])).toEqual([
      ['1', 2],
      ['2', 3],
      ['4', 4],
    ])
    expect(tapedFrames(bass).map((f) => f.name)).toEqual(['1-2-4', '1-2-3-4'])
  })

  it('every place sounds its note: its length against the open string, on every instrument, frame and position', () => {
    for (const instrument of INSTRUMENTS)
      for (const p of ask(instrument, {
        frames: tapedFrames(instrument).map((f) => f.name),
        positions: instrument.positions.map((x) => (x.shade ? `${x.shade} ${x.name}` : x.name)),
      })) {
        const open = instrument.strings.find((s) => s.letter === p.string)!
        const sounding = hertzOf(midiOf(open)) / (1 - fromNut(1, p.k))
        expect(sounding).toBeCloseTo(hertzOf(midiOf(parsePitch(p.note)!)), 6)
        expect(Math.abs(p.mm - fromNut(instrument.sizes[0].length, p.k))).toBeLessThanOrEqual(0.05 + 1e-9)
        expect(p.k).toBeGreaterThan(0)
      }
  })

  it('one tape serves all strings; of several positions each finger says its own', () => {
    expect(markersOf(ask(violin)).map((m) => [m.mm, m.says.join()])).toEqual([
      [35.8, '1'],
      [67.7, '2'],
      [82.3, '3'],
      [109.1, '4'],
    ])
    const two = markersOf(ask(violin, { positions: ['I', 'III'] }))
    expect(two.find((m) => m.k === 5)?.says).toEqual(['3 in I', '1 in III'])
  })

  it('sizes are those of the trade: nominal, common practice; violas by the length of the body', () => {
    const sizes = (i: (typeof INSTRUMENTS)[number]) => Object.fromEntries(i.sizes.map((s) => [s.name, s.length]))
    const small = { '1/2': 283, '1/4': 260, '1/8': 236, '1/10': 215, '1/16': 200 }
    expect(sizes(violin)).toEqual({ '4/4': 328, '7/8': 317, '3/4': 308, ...small })
    expect(sizes(cello)).toEqual({ '4/4': 692, '7/8': 650, '3/4': 630, '1/2': 570, '1/4': 500, '1/8': 440, '1/10': 400 })
    expect(sizes(bass)).toEqual({ '3/4': 1050, '1/2': 900, '1/4': 800, '1/8': 710 })
    const bodies = viola.sizes.filter((s) => s.name.endsWith('cm')).map((s) => [parseInt(s.name), s.length])
    expect([Math.min(...bodies.map(([cm]) => cm)), Math.max(...bodies.map(([cm]) => cm))]).toEqual([30, 43])
    // The larger the body, the longer the string; the usual size stands first.
    expect([...bodies].sort(([a], [b]) => a - b).map(([, mm]) => mm)).toEqual([...bodies.map(([, mm]) => mm)].sort((a, b) => a - b))
    expect(viola.sizes[0]).toEqual({ name: '4/4', length: 375 })
  })
})
