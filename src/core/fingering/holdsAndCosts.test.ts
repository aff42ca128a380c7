import { describe, expect, it } from 'vitest'
import { isLearned, type Hold } from '../hands/hold'
import { midiOf, parsePitch, type Pitch } from '../music/pitch'
import { frameName } from '../hands/frames'
import { candidates, type Setup } from './candidates'
import { ANYWHERE, chargeHold, chargeMove, type Gap } from './costs'
import { PLAIN_TONGUE, sayHold } from '../words/en/hands'
import { DEFAULT_POLICY, withChanges, type Policy, type PolicyChange } from './policy'
import { WEIGHTS, type CostKind } from './weights'
import { FIRST_POSITION, TEST_INSTRUMENTS, type TestSeat } from '../testing/seats'
import { inOneFrame } from '../hands/frames'

const p = (name: string): Pitch => parsePitch(name)!
const setup = (seat: TestSeat, change: PolicyChange = {}): Setup => ({
  instrument: TEST_INSTRUMENTS[seat],
  policy: withChanges(DEFAULT_POLICY, change),
  learned: FIRST_POSITION[seat],
})
const words = (s: Setup, ...names: string[]) =>
  candidates(s, names.map(p))
    .filter(isLearned)
    .map((h) => sayHold(PLAIN_TONGUE, s.instrument, h))
const holdOf = (s: Setup, text: string, ...names: string[]): Hold =>
  candidates(s, names.map(p)).find((h) => sayHold(PLAIN_TONGUE, s.instrument, h) === text)!

describe('ways to hold', () => {
  it('single notes that the class has learned', () => {
    expect(words(setup('violin'), 'A4')).toEqual(expect.arrayContaining(['4 on D', 'open A']))
    expect(words(setup('cello'), 'D#4')).toEqual(['4 reached forward on A'])
    expect(words(setup('bass'), 'C#4')).toEqual(['2 on G in III'])
    expect(words(setup('bass', { school: '1-2-3-4' }), 'C4')).toContain('4 on G')
    expect(words(setup('violin'), 'F3')).toEqual([])
  })
  it('double stops lie on neighbouring strings, a finger each, one finger over two only for a fifth', () => {
    expect(words(setup('violin'), 'D4', 'A4')).toContain('open D and open A')
    expect(words(setup('violin'), 'E4', 'B4')).toContain('1 on D and 1 on A')
    expect(words(setup('violin'), 'F#4', 'D5')).toContain('2 on D and 3 on A')
    // A fifth on strings a fifth apart: never two fingers crossed over it.
    for (const h of candidates(setup('viola'), [p('E4'), p('B4')]))
      if (h.stops.every((s) => s.finger > 0 && s.k === h.stops[0].k)) expect(h.stops[0].finger).toBe(h.stops[1].finger)
    // Both of these lie on the lowest string alone.
    expect(candidates(setup('violin'), [p('A3'), p('B3')])).toEqual([])
  })
  it('three notes need three neighbouring strings', () =>
    expect(words(setup('violin'), 'G3', 'D4', 'A4')).toContain('open G and open D and open A'))
  it('every way sounds the pitch that is asked for', () => {
    for (const seat of ['violin', 'viola', 'cello', 'bass'] as const)
      for (const name of ['C#4', 'Bb3', 'E4', 'G3', 'F#3', 'E#4', 'Cb4'])
        for (const h of candidates(setup(seat), [p(name)]))
          expect(midiOf(TEST_INSTRUMENTS[seat].strings[h.stops[0].string]) + h.stops[0].k).toBe(midiOf(p(name)))
  })
})

describe('frames', () => {
  it('are named by what touches (names of the handbook)', () => {
    expect(frameName([2, 1, 2])).toBe('touch 2-3')
    expect(frameName([1, 2, 2])).toBe('touch 1-2')
    expect(frameName([2, 2, 1])).toBe('touch 3-4')
    expect(frameName([2, 2, 2])).toBe('touch none')
    expect(frameName([1, 3, 1])).toBe('touch 1-2 & 3-4, step-and-a-half between')
  })
  it('hold two fingers only in order and within reach', () => {
    const down = (finger: 1 | 2 | 3 | 4, k: number, place: 'low' | 'normal' | 'high' = 'normal') => ({ finger, k, place })
    expect(inOneFrame(true, down(1, 2), down(2, 3))).toBe(true)
    expect(inOneFrame(true, down(2, 4), down(1, 5))).toBe(false)
    expect(inOneFrame(true, down(1, 1), down(4, 8))).toBe(false)
    expect(inOneFrame(false, down(1, 1, 'low'), down(4, 6, 'high'))).toBe(false)
    expect(inOneFrame(false, down(3, 4), down(4, 6, 'high'))).toBe(false)
  })
})

describe('costs', () => {
  const violin = setup('violin')
  const charged = (a: Hold, b: Hold, gap: Partial<Gap> = {}): CostKind[] | null => {
    const kinds: CostKind[] = []
    return chargeMove(violin, a, b, { slurred: false, rest: false, wait: ANYWHERE, ...gap }, (k) => kinds.push(k)) ? kinds : null
  }
  const [openA, four, one, three, third] = [
    holdOf(violin, 'open A', 'A4'),
    holdOf(violin, '4 on D', 'A4'),
    holdOf(violin, '1 on A', 'B4'),
    holdOf(violin, '3 on D', 'G4'),
    holdOf(violin, '1 on D in III', 'G4'),
  ]
  it('a crossing by the bow alone is cheaper than one by the hand', () => {
    expect(charged(three, openA)).toEqual(['bowCrossing'])
    expect(charged(three, one)).toEqual(['crossing'])
    expect(WEIGHTS.bowCrossing).toBeLessThan(WEIGHTS.crossing)
  })
  it('a slur makes a crossing and a shift dearer, a rest and an open string make a shift cheaper', () => {
    expect(charged(three, one, { slurred: true })).toEqual(['crossing', 'crossingInSlur'])
    expect(charged(three, third, { slurred: true })).toContain('shiftInSlur')
    expect(charged(three, third, { rest: true })).toContain('shiftOverRest')
    expect(charged(openA, third)).toContain('shiftOverOpen')
    const order = [WEIGHTS.shiftInSlur, WEIGHTS.shift, WEIGHTS.shiftOverOpen, WEIGHTS.shiftOverRest]
    expect([...order].sort((a, b) => b - a)).toEqual(order)
  })
  it('an open string cannot move the hand', () => {
    const openInThird = { ...candidates(violin, [p('A4')]).find((h) => h.open)!, position: 3 }
    expect(charged(three, openInThird)).toBeNull()
  })
  it('one finger low and then high slides; one finger over to the next string hops', () => {
    expect(charged(holdOf(violin, 'low 2 on D', 'F4'), holdOf(violin, '2 on D', 'F#4'))).toEqual(['slide'])
    expect(charged(holdOf(violin, '1 on D', 'E4'), one)).toEqual(['crossing', 'fifth'])
  })
  it('the policy on the fourth finger is charged on whichever it forbids', () => {
    const of = (h: Hold, fourth: Policy['fourth']) => {
      const kinds: CostKind[] = []
      chargeHold(setup('violin', { fourth }), h, (k) => kinds.push(k))
      return kinds
    }
    expect(of(four, 'slurs')).toEqual(['fourthFinger'])
    expect(of(four, 'open')).toContain('againstPolicy')
    expect(of(openA, 'always')).toContain('againstPolicy')
    expect(of(openA, 'open')).toEqual([])
  })
})
