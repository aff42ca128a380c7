import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bestPath, compareCosts, costOf, EXACT_UP_TO, leastSquares, mayCome, type Ask, type Cost } from './path'

const MOST_THINGS = 5

const asks = (least: number, most: number): fc.Arbitrary<Ask> =>
  fc.integer({ min: least, max: most }).chain((n) =>
    fc
      .record({
        stops: fc.array(
          fc.record({
            news: fc.tuple(
              fc.uniqueArray(fc.integer({ min: 0, max: MOST_THINGS - 1 })),
              fc.uniqueArray(fc.integer({ min: 0, max: MOST_THINGS - 1 })),
            ),
            load: fc.integer({ min: 0, max: 9 }),
            day: fc.option(fc.constantFrom('2026-09-01', '2026-10-01', '2026-11-01'), { nil: null, freq: 3 }),
            pinned: fc.boolean(),
          }),
          { minLength: n, maxLength: n },
        ),
        at: fc.nat({ max: n - 1 }),
        on: fc.array(
          fc.array(fc.uniqueArray(fc.integer({ min: 0, max: MOST_THINGS - 1 }), { maxLength: 2 }), {
            minLength: MOST_THINGS,
            maxLength: MOST_THINGS,
          }),
          { minLength: 2, maxLength: 2 },
        ),
      })
      .map(({ stops, at, on }) => ({
        on: on.map((seat) => seat.map((list, t) => list.filter((u) => u < t))),
        stops: stops.map(({ pinned, ...s }, i) => ({ ...s, id: `${i}`, place: pinned && i === 0 ? at : null })),
      })),
  )

function* orders(n: number, begun: number[] = []): Generator<number[]> {
  if (begun.length === n) yield begun
  for (let i = 0; i < n; i++) if (!begun.includes(i)) yield* orders(n, [...begun, i])
}

/** The plain way: every order that is allowed, weighed. */
function plainly(ask: Ask): Cost | null {
  let best: Cost | null = null
  for (const order of orders(ask.stops.length)) {
    if (!order.every((i, at) => mayCome(ask, at, i, (j) => order.indexOf(j) < at))) continue
    const cost = costOf(ask, order)
    if (!best || compareCosts(cost, best) < 0) best = cost
  }
  return best
}

const stop = (id: string, violin: number[], cello: number[] = [], more: Partial<Ask['stops'][number]> = {}): Ask['stops'][number] => ({
  id,
  news: [violin, cello],
  load: 0,
  place: null,
  day: null,
  ...more,
})
const FREE: Ask['on'] = [Array.from({ length: 9 }, () => []), Array.from({ length: 9 }, () => [])]

describe('the path through some pieces', () => {
  it('costs what the best of all orders costs', () => {
    fc.assert(
      fc.property(asks(1, 6), (ask) => {
        const path = bestPath(ask)
        expect(path?.cost ?? null).toEqual(plainly(ask))
        if (path) expect(costOf(ask, path.order)).toEqual(path.cost)
      }),
      { numRuns: 120 },
    )
  })

  it('a piece with everything comes last, once the others have brought it bit by bit', () => {
    const ask = { on: FREE, stops: [stop('all', [0, 1, 2]), stop('one', [0]), stop('two', [0, 1])] }
    expect(bestPath(ask)).toMatchObject({ order: [1, 2, 0], cost: [0, 3, 0], exact: true })
  })

  it('three new things for one seat weigh more than one for each of two seats and one later', () => {
    expect(costOf({ on: FREE, stops: [stop('a', [0, 1, 2])] }, [0])[1]).toBe(9)
    expect(costOf({ on: FREE, stops: [stop('a', [0], [0]), stop('b', [1])] }, [0, 1])[1]).toBe(3)
  })

  it('what something builds on comes before it, even where that brings more at once', () => {
    // Thing 1 builds on thing 0, which only the heavy piece brings.
    const on = [FREE[0].map((_, t) => (t === 1 ? [0] : [])), FREE[1]]
    const ask = { on, stops: [stop('late', [1, 2]), stop('first', [0, 2, 3])] }
    expect(bestPath(ask)!.order).toEqual([1, 0])
    expect(bestPath({ ...ask, on: FREE })!.order).toEqual([0, 1])
  })

  it('keeps the teacher’s places and days, and says when they cannot all hold', () => {
    const stops = [stop('a', [0, 1, 2]), stop('b', [0])]
    expect(bestPath({ on: FREE, stops: [{ ...stops[0], place: 0 }, stops[1]] })!.order).toEqual([0, 1])
    expect(
      bestPath({
        on: FREE,
        stops: [
          { ...stops[0], day: '2026-09-01' },
          { ...stops[1], day: '2026-10-01' },
        ],
      })!.order,
    ).toEqual([0, 1])
    expect(
      bestPath({
        on: FREE,
        stops: [
          { ...stops[0], place: 0 },
          { ...stops[1], place: 0 },
        ],
      }),
    ).toBeNull()
  })

  it('beyond what is exact it is an order of all, not below its bound', () => {
    fc.assert(
      fc.property(asks(EXACT_UP_TO + 1, EXACT_UP_TO + 4), (ask) => {
        const free = { ...ask, stops: ask.stops.map((s) => ({ ...s, day: null, place: null })) }
        const path = bestPath(free)!
        expect([...path.order].sort((a, b) => a - b)).toEqual(free.stops.map((_, i) => i))
        expect(path.exact).toBe(false)
        expect(path.cost[1]).toBeGreaterThanOrEqual(path.least)
      }),
      { numRuns: 8 },
    )
  })
})

describe('the bound', () => {
  it('is the least over every way to give each thing to a piece that has it', () => {
    const ways = (having: number[][], counts: number[]): number =>
      having.length === 0
        ? counts.reduce((a, c) => a + c * c, 0)
        : Math.min(
            ...having[0].map((i) =>
              ways(
                having.slice(1),
                counts.map((c, x) => c + Number(x === i)),
              ),
            ),
          )
    fc.assert(
      fc.property(asks(1, 4), (ask) => {
        const plain = ask.on.reduce((sum, _, s) => {
          const things = [...new Set(ask.stops.flatMap((x) => x.news[s]))]
          return (
            sum +
            ways(
              things.map((t) => ask.stops.flatMap((x, i) => (x.news[s].includes(t) ? [i] : []))),
              ask.stops.map(() => 0),
            )
          )
        }, 0)
        expect(leastSquares(ask)).toBe(plain)
      }),
      { numRuns: 150 },
    )
  })

  it('lies below the best of all orders', () => {
    fc.assert(
      fc.property(asks(1, 5), (ask) => {
        const free = { ...ask, stops: ask.stops.map((s) => ({ ...s, day: null, place: null })) }
        expect(leastSquares(free)).toBeLessThanOrEqual(bestPath(free)!.cost[1])
      }),
      { numRuns: 80 },
    )
  })
})
