import { describe, expect, it } from 'vitest'
import { meanOf, sayTendency, signTest, tendencyOf } from './tendency'

const cents = (...xs: number[]) =>
  xs.map((c) => ({ heard: c > 5 ? ('sharp' as const) : c < -5 ? ('flat' as const) : ('true' as const), cents: c }))
const heard = (sharp: number, flat: number, right = 0) => [
  ...Array.from({ length: sharp }, () => ({ heard: 'sharp' as const, cents: null })),
  ...Array.from({ length: flat }, () => ({ heard: 'flat' as const, cents: null })),
  ...Array.from({ length: right }, () => ({ heard: 'true' as const, cents: null })),
]
const at = { up: true, from: 'II', to: 'III', string: 'A', finger: '' }

describe('what is known of how a shift lands', () => {
  it('has the mean and its interval as a textbook has them', () => {
    // Ten numbers worked out by hand: mean 5, s = √(Σ(x−5)²/9) = √(82.5/9)… 1 to 10: mean 5.5, s 3.0277, t(9) 2.262.
    const m = meanOf([1, 2, 3, 4, 5, 6, 7, 8, 9, 10])!
    expect(m.mean).toBeCloseTo(5.5, 9)
    expect(m.high - m.mean).toBeCloseTo((2.262 * 3.0276503540974917) / Math.sqrt(10), 6)
    expect(meanOf([3])).toBeNull()
  })
  it('has the sign test as a table of the binomial has it', () => {
    // n = 9: 9:0 is 2/512, 8:1 is 2·10/512, 7:2 is 2·46/512.
    expect(signTest(9, 0)).toBeCloseTo(2 / 512, 12)
    expect(signTest(8, 1)).toBeCloseTo(20 / 512, 12)
    expect(signTest(2, 7)).toBeCloseTo(92 / 512, 12)
    expect(signTest(3, 3)).toBe(1)
    expect(signTest(0, 0)).toBe(1)
  })
  it('says nothing before nine tries, and nothing that it does not know', () => {
    expect(sayTendency(at, tendencyOf(cents(20, 20, 20, 20)))).toBe('Up to III on A: too early to tell after 4 tries. We need 9.')
    expect(sayTendency(at, tendencyOf(heard(5, 4)), 'do-re-mi')).toBe('Up to III on la: no pattern yet after 9 tries.')
    expect(sayTendency(at, tendencyOf(heard(5, 4)))).toBe('Up to III on A: no pattern yet after 9 tries.')
    expect(sayTendency(at, tendencyOf(cents(60, -50, 40, -30, 20, 10, -20, 5, 0)))).toBe('Up to III on A: no pattern yet after 9 tries.')
  })
  it('says where it lands, by how much, and what to do', () => {
    const sharp = tendencyOf(cents(18, 22, 15, 20, 17, 19, 16, 18, 17))
    expect(sayTendency(at, sharp)).toBe('Up to III on A: sharp, about +18 cents, after 9 tries. Aim lower.')
    expect(sayTendency({ ...at, up: false, to: 'I' }, sharp)).toBe(
      'Down to I on A: sharp, about +18 cents, after 9 tries. Come back farther.',
    )
    expect(sayTendency(at, tendencyOf(cents(-18, -22, -15, -20, -17, -19, -16, -18, -17)))).toBe(
      'Up to III on A: flat, about −18 cents, after 9 tries. Go farther, hand and thumb together.',
    )
    // Where the hand stays it is a finger that is set, not a shift.
    const stays = { up: false, from: 'I', to: 'I', string: 'D', finger: 'low 2' }
    expect(sayTendency(stays, sharp)).toBe('Low 2 in I on D: sharp, about +18 cents, after 9 tries. Set it lower.')
    expect(sayTendency(at, tendencyOf(heard(8, 1)))).toBe('Up to III on A: sharp, after 9 tries. Aim lower.')
    expect(sayTendency(at, tendencyOf(cents(1, -1, 2, 0, -2, 1, 0, -1, 1)))).toBe('Up to III on A: in tune after 9 tries.')
  })
})
