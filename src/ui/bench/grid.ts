import { QUARTER } from '@/core/music/time'
import type { Beat } from '@/core/balance/timeline'

/** Room at the left for a seat's name and the letters of its strings, and over a system for the measures, in pixels. */
export const SIDE = 118
export const HEAD = 22

/** Sizes of a seat's row, in pixels. They follow the room that there is: one grid for strings, fingers, marks and hand. */
export type Metrics = {
  /** Between two strings. */
  readonly string: number
  /** Over the strings: letters and bows. */
  readonly letters: number
  /** Under them: marks of what trips, then the hand. */
  readonly marks: number
  readonly hand: number
  readonly gap: number
  /** A finger, and one with an arrow. */
  readonly chip: number
  readonly pill: number
}

const [LEAST_STRING, MOST_STRING] = [17, 29]
/** What a row has besides its strings where it is smallest. */
const AROUND = { letters: 19, marks: 9, hand: 18, gap: 2 }

/** Sizes for strings so far apart. */
function metricsAt(apart: number): Metrics {
  const string = Math.max(LEAST_STRING, Math.min(MOST_STRING, Math.floor(apart)))
  const chip = Math.min(23, string - 2)
  const roomy = (string - LEAST_STRING) / (MOST_STRING - LEAST_STRING)
  return {
    string,
    letters: AROUND.letters + Math.round(7 * roomy),
    // Under the fingers on the lowest string.
    marks: Math.round(chip / 2) + AROUND.marks + Math.round(3 * roomy),
    hand: AROUND.hand + Math.round(5 * roomy),
    gap: AROUND.gap + Math.round(6 * roomy),
    chip,
    pill: Math.round(chip * 1.45),
  }
}

/** Height of the row of a seat with so many strings. */
export const seatHeight = (strings: number, m: Metrics): number => m.letters + (strings - 1) * m.string + m.marks + m.hand + m.gap

/** Height of a system of all seats, each by its number of strings. */
export const systemHeight = (strings: readonly number[], m: Metrics): number => HEAD + strings.reduce((h, n) => h + seatHeight(n, m), 0)

/** How much room there is for the bench, in pixels. */
export type BenchRoom = { readonly width: number; readonly height: number }

/** Before anybody knows how large the page is. */
export const USUAL_ROOM: BenchRoom = { width: 780, height: 620 }

/** How many systems fit one under the other, and how large their rows can be. One alone goes along the page, more go down it. */
export function fitting(
  strings: readonly number[],
  { height }: BenchRoom,
  systems: number,
): { readonly metrics: Metrics; readonly shown: number } {
  const least = systemHeight(strings, metricsAt(LEAST_STRING))
  const shown = Math.max(1, Math.min(systems, Math.floor(height / least)))
  // The largest that fits: what is around the strings grows with them.
  let apart = MOST_STRING
  while (apart > LEAST_STRING && systemHeight(strings, metricsAt(apart)) * shown > height) apart--
  return { metrics: metricsAt(apart), shown }
}

/** Room for a moment besides its finger, per quarter note, and after a barline. */
const BESIDE = 6
const PER_QUARTER = 38
const BAR = 12

/** A moment as it stands in its system. */
export type MomentBox = { readonly x: number; readonly width: number; readonly measure: number }
/** A stretch of moments side by side. */
export type System = {
  /** Index of its first moment, and the time from which and up to which it goes. */
  readonly first: number
  readonly from: number
  readonly to: number
  readonly moments: readonly MomentBox[]
  readonly bars: readonly { readonly x: number; readonly index: number }[]
  /** Where each moment stands, by the time it begins. */
  readonly at: ReadonlyMap<number, number>
  readonly width: number
}

type Wide = { readonly index: number; readonly from: number; readonly to: number; readonly widths: readonly number[] }

/** The moments measure by measure with the width that each asks for: time stretches, no moment is narrower than what is drawn in it. */
function measuresOf(timeline: readonly Beat[], m: Metrics): Wide[] {
  const measures: { index: number; from: number; to: number; widths: number[] }[] = []
  timeline.forEach((b, i) => {
    const { index } = b.first.at
    if (measures.at(-1)?.index !== index) measures.push({ index, from: i, to: i, widths: [] })
    const last = measures[measures.length - 1]
    last.to = i
    last.widths.push(Math.max(m.pill + BESIDE, (b.ticks / QUARTER) * PER_QUARTER))
  })
  return measures
}

const widthOf = (m: Wide): number => BAR + m.widths.reduce((a, b) => a + b, 0)

/** Where each system ends in room so wide: as many measures as fit, a new one where a printed line begins if that leaves no hole. */
function broken(measures: readonly Wide[], width: number, begins: ReadonlySet<number>): Wide[][] {
  const systems: Wide[][] = []
  let used = 0
  for (const m of measures) {
    const full = used + widthOf(m) > width
    const printed = begins.has(m.index) && used > width * 0.6
    if (systems.length === 0 || full || printed) {
      systems.push([])
      used = 0
    }
    systems[systems.length - 1].push(m)
    used += widthOf(m)
  }
  return systems
}

/** A system that is nearly full is stretched to the edge; a short last one is not. */
const STRETCH = 1.5

/**
 * Where each moment stands: in one system as long as it takes, or with a `width` in systems of at most that. `begins`: the
 * measures, by index, with which a printed line begins.
 */
export function layOutBench(
  timeline: readonly Beat[],
  m: Metrics,
  width: number | null = null,
  begins: ReadonlySet<number> = NO_LINES,
): System[] {
  const measures = measuresOf(timeline, m)
  const systems = width === null ? [measures] : broken(measures, width - EDGE, begins)
  return systems.map((all) => {
    const used = all.reduce((n, x) => n + widthOf(x), 0)
    const factor = width === null ? 1 : (width - EDGE) / Math.max(1, used)
    const stretch = factor > 1 && factor < STRETCH ? factor : 1
    const moments: MomentBox[] = []
    const bars: { x: number; index: number }[] = []
    const at = new Map<number, number>()
    let x = 4
    for (const { index, from, widths } of all) {
      bars.push({ x, index })
      x += BAR
      widths.forEach((w, i) => {
        at.set(timeline[from + i].onset, x)
        moments.push({ x, width: w * stretch, measure: index })
        x += w * stretch
      })
    }
    const [first, last] = [all[0]?.from ?? 0, all.at(-1)?.to ?? -1]
    const end = timeline[last]
    return {
      first,
      from: timeline[first]?.onset ?? 0,
      to: end ? end.onset + end.ticks : 0,
      moments,
      bars,
      at,
      width: x + 6,
    }
  })
}
const NO_LINES: ReadonlySet<number> = new Set()
const EDGE = 14

/** Whether a time lies in a system. */
export const isIn = ({ from, to }: System, onset: number): boolean => onset >= from && onset < to

/** Where a time stands that may lie inside a moment (the end of a note); before and after the system at its edges. */
export function xAt(system: System, timeline: readonly Beat[], ticks: number): number {
  const { first, moments, from, to, width } = system
  if (moments.length === 0 || ticks < from) return 0
  if (ticks >= to) return width
  // The last moment that begins before it.
  let [i, high] = [0, moments.length - 1]
  while (i < high) {
    const middle = (i + high + 1) >> 1
    if (timeline[first + middle].onset < ticks) i = middle
    else high = middle - 1
  }
  const b = timeline[first + i]
  const box = moments[i]
  return box.x + box.width * Math.min(1, Math.max(0, (ticks - b.onset) / Math.max(1, b.ticks)))
}

/** Where a note's finger stands: in the middle of the least room that a moment has. Outside of the system at its edge. */
export const chipX = (system: System, timeline: readonly Beat[], onset: number, m: Metrics): number =>
  (system.at.get(onset) ?? xAt(system, timeline, onset)) + m.pill / 2

/** Height of a string's line inside the seat's row; string 0 is the lowest and lies at the bottom. */
export const stringY = (string: number, strings: number, m: Metrics): number => m.letters + (strings - 1 - string) * m.string

/** The thickness of a string's line, of so many: thick and low, thin and high. */
export const stringWeight = (string: number, strings: number): number => [1, 1.7, 2.5, 3.4, 4.2][strings - 1 - string] ?? 4.6

/** The stretch of a system that is drawn, in pixels: what is seen and about a page to both sides. */
export type DrawnStretch = { readonly from: number; readonly to: number }

/** The bench is drawn in steps of so many pixels, so that scrolling seldom draws anew. */
const STEP = 1200
/** What is drawn before anybody knows how wide the page is. */
export const FIRST_DRAWN: DrawnStretch = { from: 0, to: 2 * STEP }
export const ALL_DRAWN: DrawnStretch = { from: -Infinity, to: Infinity }

/** What is to be drawn when this much is seen. */
export const drawnAround = (left: number, width: number): DrawnStretch => ({
  from: Math.max(0, Math.floor(left / STEP - 1) * STEP),
  to: Math.max(FIRST_DRAWN.to, Math.ceil((left + width) / STEP + 1) * STEP),
})

export const isDrawn = (x: number, { from, to }: DrawnStretch): boolean => x >= from && x <= to
