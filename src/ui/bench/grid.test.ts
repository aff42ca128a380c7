import { describe, expect, it } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { ensembleMapper } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import { timelineOf } from '@/core/balance/timeline'
import { pieceFrom } from '@/core/testing/piece'
import { chipX, fitting, isIn, layOutBench, SIDE, systemHeight, xAt } from './grid'

const FOUR = [4, 4, 4, 4]
/** What the bench has of a window: the bar over it, the status line and the overview under it, the panel at the right. */
const roomIn = (width: number, height: number) => ({ width: width - 316, height: height - 51 - 28 - 78 })

const piece = pieceFrom(Array.from({ length: 24 }, (_, i) => (i % 3 ? 'D4 E4:e F#4:e G4:e A4:e B4' : 'D4:h E4:h')).join(' | '))
const timeline = timelineOf(piece, ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS))

describe('the room of the bench', () => {
  it('has one system of four seats at 1280 × 800, larger than the smallest, and two at 1920 × 1080', () => {
    const laptop = fitting(FOUR, roomIn(1280, 800), 5)
    expect(laptop.shown).toBe(1)
    expect(laptop.metrics.string).toBeGreaterThan(23)
    expect(fitting(FOUR, roomIn(1920, 1080), 5).shown).toBe(2)
    // Fewer seats are not torn apart: they grow, and what is left goes to more systems.
    expect(fitting([4], roomIn(1280, 800), 5).shown).toBe(4)
  })
  it('is used: rows grow until they fill it, and never beyond what helps', () => {
    for (const height of [480, 600, 700, 900, 1200, 1600])
      for (const seats of [[4], [4, 4], FOUR, [4, 4, 4, 4, 4, 5]]) {
        const { metrics, shown } = fitting(seats, { width: 900, height }, 3)
        const used = systemHeight(seats, metrics) * shown
        expect(metrics.string).toBeGreaterThanOrEqual(17)
        expect(metrics.string).toBeLessThanOrEqual(29)
        if (metrics.string > 17) expect(used).toBeLessThanOrEqual(height)
        // One pixel more between the strings would not fit, or would be more than helps.
        if (metrics.string < 29) expect(used + shown * seats.reduce((n, s) => n + s + 1, 8)).toBeGreaterThan(height - 60)
        // A finger does not touch that on the next string.
        expect(metrics.chip).toBeLessThan(metrics.string)
      }
  })
})

describe('systems', () => {
  const { metrics } = fitting(FOUR, roomIn(1920, 1080), 5)
  const width = 900
  const systems = layOutBench(timeline, metrics, width)

  it('have every moment once, measure by measure, in order', () => {
    expect(systems.length).toBeGreaterThan(2)
    expect(systems.map((s) => s.first)).toEqual(systems.map((_, i) => systems.slice(0, i).reduce((n, s) => n + s.moments.length, 0)))
    expect(systems.reduce((n, s) => n + s.moments.length, 0)).toBe(timeline.length)
    systems.forEach((s, i) => expect(s.to).toBe(systems[i + 1]?.from ?? timeline.at(-1)!.onset + timeline.at(-1)!.ticks))
    expect(systems.flatMap((s) => s.bars.map((b) => b.index))).toEqual(piece.lines[0].measures.map((_, i) => i))
  })
  it('fit into the width, are filled to the edge, and no finger touches the next', () => {
    systems.forEach((s, i) => {
      expect(s.width).toBeLessThanOrEqual(width)
      if (i < systems.length - 1) expect(s.width).toBeGreaterThan(width - 20)
      s.moments.forEach((m, k) => k > 0 && expect(m.x - s.moments[k - 1].x).toBeGreaterThanOrEqual(metrics.pill))
    })
  })
  it('are one that goes along where no width is given', () => {
    const [one, ...more] = layOutBench(timeline, metrics)
    expect(more).toEqual([])
    expect(one.moments).toHaveLength(timeline.length)
    expect(one.width).toBeGreaterThan(2 * width)
  })
  it('break where a printed line begins, if that leaves no hole', () => {
    const perSystem = systems[0].bars.length
    const early = layOutBench(timeline, metrics, width, new Set([perSystem - 1]))
    expect(early[0].bars).toHaveLength(perSystem - 1)
    const hole = layOutBench(timeline, metrics, width, new Set([1]))
    expect(hole[0].bars).toHaveLength(perSystem)
  })
  it('know what stands in them; a time beyond lies at their edge', () => {
    const [first, second] = systems
    expect(isIn(first, second.from)).toBe(false)
    expect(isIn(second, second.from)).toBe(true)
    expect(xAt(first, timeline, second.from + 1)).toBe(first.width)
    expect(xAt(second, timeline, 0)).toBe(0)
    expect(chipX(second, timeline, second.from, metrics)).toBe(second.moments[0].x + metrics.pill / 2)
    expect(SIDE).toBeLessThan(width / 4)
  })
  it('of nothing are one, empty', () => {
    expect(layOutBench([], metrics, width)).toEqual([])
    expect(layOutBench([], metrics)[0].moments).toEqual([])
  })
})
