import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Answer } from './answer'
import { confusionsOf, notesKnown, reteach, sayKnown, wilson } from './known'

let n = 0
const answer = (note: string, right: boolean, as = '', over: Partial<Answer> = {}): Answer => ({
  id: `00000000-0000-4000-8000-${`${n++}`.padStart(12, '0')}`,
  seat: 'bass',
  student: '',
  item: `letter ${note}`,
  kind: 'letter',
  note,
  right,
  mistake: right ? null : 'in another clef',
  as,
  ms: 3000,
  at: 1_760_000_000_000 + n * 1000,
  ...over,
})
const times = (k: number, note: string, right: boolean, as = '') => Array.from({ length: k }, () => answer(note, right, as))

describe('how sure a seat is of a note', () => {
  it('is an interval whose ends lie z standard errors from what was seen (the definition of Wilson’s interval)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.double({ min: 0, max: 1, noNaN: true }), (all, part) => {
        const [low, high] = wilson(part * all, all)
        for (const end of [low, high])
          if (end > 0 && end < 1) expect(Math.abs(part - end)).toBeCloseTo(1.2816 * Math.sqrt((end * (1 - end)) / all), 6)
        expect(low).toBeLessThanOrEqual(part + 1e-9)
        expect(high).toBeGreaterThanOrEqual(part - 1e-9)
      }),
    )
    expect(wilson(0, 0)).toEqual([0, 1])
  })

  it('says nothing on two answers, sure after many right ones, not sure after many wrong ones', () => {
    const stands = (all: Answer[]) => notesKnown(all)[0].stands
    expect(stands(times(2, 'G3', true))).toBe('open')
    // Once wrong is no verdict.
    expect(stands(times(2, 'G3', false, 'E'))).toBe('open')
    expect(stands(times(8, 'G3', true))).toBe('sure')
    expect(stands(times(5, 'G3', false, 'E'))).toBe('not sure')
    // Who has learned it is sure, whatever was wrong long ago.
    expect(stands([...times(6, 'G3', false, 'E'), ...times(25, 'G3', true)])).toBe('sure')
    expect(sayKnown(notesKnown(times(8, 'G3', true))[0])).toBe('sure: 8 of 8 answers right')
    expect(sayKnown(notesKnown(times(1, 'G3', true))[0])).toBe('too early to tell: 1 of 1 answer right')
  })

  it('calls what happens again and again a confusion, with how often of how many', () => {
    const all = [...times(3, 'G3', false, 'E'), ...times(2, 'G3', true), answer('A3', false, 'B')]
    expect(confusionsOf(all)).toEqual([{ note: 'G3', as: 'E', mistake: 'in another clef', times: 3, of: 5 }])
  })

  it('does not call another finger another note', () => {
    const fingers = [1, 2, 3].map(() => answer('F#4', false, 'low 2', { kind: 'form', mistake: 'with the wrong finger' }))
    const shifts = [1, 2, 3].map(() => answer('D5', false, '3', { kind: 'shift', mistake: 'with the wrong finger' }))
    expect(confusionsOf([...fingers, ...shifts])).toEqual([])
  })

  it('names what to teach again, the worst first, with its commonest mistake; questions that are no reading of a note do not count', () => {
    const all = [
      ...times(6, 'G3', false, 'E'),
      ...times(2, 'A3', true),
      ...times(6, 'A3', false, 'B'),
      ...times(9, 'D3', true),
      answer('', false, '', { kind: 'count' }),
    ]
    expect(reteach(all).map((r) => [r.known.note, r.mistake])).toEqual([
      ['G3', 'in another clef'],
      ['A3', 'in another clef'],
    ])
    expect(notesKnown(all).map((k) => k.note)).toEqual(['G3', 'A3', 'D3'])
  })
})
