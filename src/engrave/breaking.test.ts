import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fewestSystems, inSystems, lineNames, type ToBreak } from './breaking'

const pieces = fc
  .record({ widths: fc.array(fc.integer({ min: 10, max: 60 }), { minLength: 1, maxLength: 9 }), head: fc.integer({ min: 0, max: 20 }) })
  .chain(({ widths, head }) =>
    fc.subarray(widths.map((_, i) => i).slice(1)).map((starts): ToBreak => ({ widths, head, width: 120, starts: [0, ...starts] })),
  )

/** Every way to break so many measures. */
function* everyWay(n: number): Generator<number[]> {
  for (let bits = 0; bits < 2 ** (n - 1); bits++)
    yield [0, ...Array.from({ length: n - 1 }, (_, i) => i + 1).filter((i) => bits & (1 << (i - 1)))]
}

const filled = ({ widths, head, width }: ToBreak, starts: readonly number[]): number[] =>
  starts.map((from, i) => (widths.slice(from, starts[i + 1] ?? widths.length).reduce((a, b) => a + b, 0) + (from > 0 ? head : 0)) / width)
const unevenness = (b: ToBreak, starts: readonly number[]) => filled(b, starts).reduce((sum, f) => sum + f * f, 0)

describe('breaking into systems', () => {
  it('in a given number of them, is the most even of all ways, and never goes over the beginning of a printed line', () => {
    fc.assert(
      fc.property(pieces, fc.integer({ min: 1, max: 9 }), (b, count) => {
        const ways = [...everyWay(b.widths.length)].filter((w) => w.length === count && b.starts.every((s) => w.includes(s)))
        const made = inSystems(b, count)
        if (ways.length === 0) {
          expect(made).toBeNull()
          return
        }
        expect(b.starts.every((s) => made!.includes(s))).toBe(true)
        expect(unevenness(b, made!)).toBeCloseTo(Math.min(...ways.map((w) => unevenness(b, w))), 9)
      }),
    )
  })
  it('takes no more than it needs, and crowds none that has more than one measure', () => {
    fc.assert(
      fc.property(pieces, (b) => {
        const made = fewestSystems(b)
        const sizes = made.map((from, i) => (made[i + 1] ?? b.widths.length) - from)
        filled(b, made).forEach((f, i) => expect(f <= (b.starts.length > 1 ? 1.25 : 1.08) || sizes[i] === 1).toBe(true))
        expect(made[0]).toBe(0)
      }),
    )
    const even = { widths: Array.from({ length: 16 }, () => 30), head: 0, width: 120, starts: [0] }
    expect(fewestSystems(even)).toEqual([0, 4, 8, 12])
    // A printed line that is too full is broken in its middle, the others stay.
    const broken = fewestSystems({ ...even, starts: [0, 8, 12] })
    expect(broken).toEqual([0, 4, 8, 12])
    expect(lineNames([0, 8, 12], broken)).toEqual(['line 1', '', 'line 2', 'line 3'])
    expect(lineNames([0], broken)).toEqual(['', '', '', ''])
    expect(lineNames([0, 4, 8, 12], broken)).toEqual(['', '', '', ''])
  })
})
