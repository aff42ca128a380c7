import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { choose, takenOff, type Choosable } from './choose'

const cases = fc
  .record({
    points: fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 1, maxLength: 8 }),
    minutes: fc.integer({ min: 5, max: 60 }).map((n) => n / 10),
    items: fc.array(
      fc.record({
        minutes: fc.integer({ min: 3, max: 20 }).map((n) => n / 10),
        part: fc.constantFrom(0.2, 0.25, 0.5),
        burdens: fc.array(fc.nat({ max: 7 }), { maxLength: 4 }),
      }),
      { maxLength: 10 },
    ),
    set: fc.boolean(),
  })
  .map(({ points, minutes, items, set }) => ({
    points,
    minutes,
    all: items.map(({ burdens, ...x }): Choosable => ({
      minutes: x.minutes,
      eased: { part: x.part, burdens: [...new Set(burdens.filter((b) => b < points.length))] },
    })),
    set: set && items.length ? [0] : [],
  }))

/** Every way to choose, one after the other. */
function bruteForce(all: readonly Choosable[], points: readonly number[], minutes: number, set: readonly number[]): number {
  let best = takenOff(
    set.map((i) => all[i]),
    points,
  )
  for (let bits = 0; bits < 1 << all.length; bits++) {
    const chosen = all.filter((_, i) => bits & (1 << i) || set.includes(i))
    if (set.some((i) => !(bits & (1 << i)))) continue
    if (chosen.reduce((sum, c) => sum + c.minutes, 0) <= minutes + 1e-9) best = Math.max(best, takenOff(chosen, points))
  }
  return best
}

describe('choosing what takes most off', () => {
  it('is as good as trying every way', () => {
    fc.assert(
      fc.property(cases, ({ all, points, minutes, set }) => {
        const { indices, points: got, proven } = choose(all, points, minutes, set)
        expect(proven).toBe(true)
        expect(got).toBeCloseTo(bruteForce(all, points, minutes, set), 9)
        expect(got).toBeCloseTo(
          takenOff(
            indices.map((i) => all[i]),
            points,
          ),
          9,
        )
        const time = indices.reduce((sum, i) => sum + all[i].minutes, 0)
        // What is set stays in, also where it alone takes longer.
        if (set.length === 0) expect(time).toBeLessThanOrEqual(minutes + 1e-9)
        expect(indices).toEqual(expect.arrayContaining([...set]))
        expect(new Set(indices).size).toBe(indices.length)
      }),
      { numRuns: 400 },
    )
  })

  it('counts less what is served twice', () => {
    const d = { minutes: 1, eased: { burdens: [0], part: 0.5 } }
    expect(takenOff([d], [8])).toBe(4)
    expect(takenOff([d, d], [8])).toBe(6)
    expect(takenOff([d, d, d], [8])).toBe(7)
  })
})
