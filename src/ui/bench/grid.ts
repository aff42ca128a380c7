import { QUARTER } from '@/core/music/time'
import type { Beat } from '@/core/seats/timeline'

/** Sizes of the bench, in pixels. */
export const BENCH = {
  /** Room for the seat's name and the letters of its strings. */
  side: 118,
  head: 26,
  /** Between the strings of a seat. */
  string: 22,
  letters: 24,
  hand: 44,
  seatGap: 6,
  chip: 18,
  pill: 26,
} as const

/** Height of the row of a seat with so many strings. */
export const seatHeight = (strings: number): number => BENCH.letters + (strings - 1) * BENCH.string + BENCH.hand + BENCH.seatGap

/** A moment is at least as wide as a chip with an arrow; longer ones get room by their length. */
const LEAST = 31
const PER_QUARTER = 38
/** Room after a barline. */
const BAR = 12

export type MomentBox = { readonly x: number; readonly width: number; readonly measure: number; readonly opens: boolean }
export type BenchLayout = {
  readonly moments: readonly MomentBox[]
  readonly bars: readonly { readonly x: number; readonly index: number }[]
  /** Where each moment stands, by the time it begins. */
  readonly at: ReadonlyMap<number, number>
  readonly width: number
}

/** Where each moment stands. Time stretches: no moment is narrower than what is drawn in it. */
export function layOutBench(timeline: readonly Beat[]): BenchLayout {
  const moments: MomentBox[] = []
  const bars: { x: number; index: number }[] = []
  const at = new Map<number, number>()
  let x = 4
  let last = -1
  for (const b of timeline) {
    const { index } = b.first.at
    const opens = index !== last
    if (opens) {
      bars.push({ x, index })
      x += BAR
      last = index
    }
    const width = Math.max(LEAST, (b.ticks / QUARTER) * PER_QUARTER)
    moments.push({ x, width, measure: index, opens })
    at.set(b.onset, x)
    x += width
  }
  return { moments, bars, at, width: x + 6 }
}

/** Where a time stands that may lie inside a moment (the end of a note). */
export function xAt(layout: BenchLayout, timeline: readonly Beat[], ticks: number): number {
  // The last moment that begins before it.
  let [i, high] = [0, timeline.length - 1]
  while (i < high) {
    const middle = (i + high + 1) >> 1
    if (timeline[middle].onset < ticks) i = middle
    else high = middle - 1
  }
  const b = timeline[i]
  const box = layout.moments[i]
  if (!b || !box) return 0
  return box.x + box.width * Math.min(1, Math.max(0, (ticks - b.onset) / Math.max(1, b.ticks)))
}

/** Height of a string's line inside the seat's row; string 0 is the lowest and lies at the bottom. */
export const stringY = (string: number, strings: number): number => BENCH.letters + (strings - 1 - string) * BENCH.string

/** The thickness of a string's line, of so many: thick and low, thin and high. */
export const stringWeight = (string: number, strings: number): number => [1, 1.7, 2.5, 3.4, 4.2][strings - 1 - string] ?? 4.6

/** The stretch of the bench that is drawn, in pixels: what is seen and about a page to both sides. */
export type Drawn = { readonly from: number; readonly to: number }

/** The bench is drawn in steps of so many pixels, so that scrolling seldom draws anew. */
const STEP = 1200
/** What is drawn before anybody knows how wide the page is. */
export const FIRST_DRAWN: Drawn = { from: 0, to: 2 * STEP }

/** What is to be drawn when this much is seen. */
export const drawnAround = (left: number, width: number): Drawn => ({
  from: Math.max(0, Math.floor(left / STEP - 1) * STEP),
  to: Math.max(FIRST_DRAWN.to, Math.ceil((left + width) / STEP + 1) * STEP),
})

export const isDrawn = (x: number, { from, to }: Drawn): boolean => x >= from && x <= to
