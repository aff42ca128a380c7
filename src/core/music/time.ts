import type { Value, Meter } from './time.schema'

export type { Value, Meter } from './time.schema'

/** Ticks to a quarter note: 128ths, triplets, quintuplets and septuplets are all whole numbers of ticks. */
export const QUARTER = 10080

const BASES = { breve: 8, whole: 4, half: 2, quarter: 1, eighth: 1 / 2, '16th': 1 / 4, '32nd': 1 / 8, '64th': 1 / 16, '128th': 1 / 32 }
export type Base = keyof typeof BASES
export const BASE_NAMES = Object.keys(BASES) as [Base, ...Base[]]

/** Length of a written value in ticks. A whole number for every value that {@link valueSchema} admits. */
export function ticksOf(v: Value): number {
  const plain = BASES[v.base] * QUARTER
  const dotted = plain * (2 - 1 / 2 ** v.dots)
  return v.tuplet ? (dotted * v.tuplet.normal) / v.tuplet.actual : dotted
}

/** The single undivided value (up to two dots) of this many ticks, or null when it takes more than one note to write. */
export function valueOf(ticks: number, tuplet?: Value['tuplet']): Value | null {
  for (const base of BASE_NAMES)
    for (const dots of [0, 1, 2]) {
      const v: Value = tuplet ? { base, dots, tuplet } : { base, dots }
      if (ticksOf(v) === ticks) return v
    }
  return null
}

/** The longest stretch that is written out as a run of values: a dozen breves. */
const LONGEST = 96 * QUARTER

/** Splits ticks into written values, longest first; null when no run of plain values fits exactly, or it would have no end. */
export function valuesFor(ticks: number): Value[] | null {
  if (!(ticks <= LONGEST)) return null
  const out: Value[] = []
  let left = ticks
  while (left > 0) {
    const next = BASE_NAMES.flatMap((base) => [1, 0].map((dots): Value => ({ base, dots }))).find((v) => {
      const t = ticksOf(v)
      return Number.isInteger(t) && t <= left
    })
    if (!next) return null
    out.push(next)
    left -= ticksOf(next)
  }
  return out
}

/** The finest length that is written: a 128th. */
const FINEST = QUARTER / 32
/** More breves in a row than any note is held. */
const MOST_BREVES = 400

/** The run of values nearest to a length that no run fits exactly; null for nothing, or beyond sense. */
export function valuesNear(ticks: number): Value[] | null {
  let left = Math.round(ticks / FINEST) * FINEST
  const out: Value[] = []
  while (left > LONGEST && out.length < MOST_BREVES) {
    out.push({ base: 'breve', dots: 0 })
    left -= ticksOf({ base: 'breve', dots: 0 })
  }
  const rest = valuesFor(left)
  return rest && out.length + rest.length > 0 ? [...out, ...rest] : null
}

/** Ticks of one written beat (the lower figure) and of a full measure. */
export const beatTicks = (m: Meter): number => (4 * QUARTER) / m.unit
export const measureTicks = (m: Meter): number => m.beats * beatTicks(m)

/** Ticks of the beat that is felt: the dotted group in 6/8, 9/8 and 12/8, else the written beat. */
export const feltBeatTicks = (m: Meter): number => (m.unit >= 8 && m.beats % 3 === 0 && m.beats > 3 ? 3 * beatTicks(m) : beatTicks(m))

/** Ticks from the barline at which each group of an uneven meter begins, as its signature or its music has them; null of an even one. */
export function groupStarts(m: Meter): number[] | null {
  const groups = m.groups ?? m.felt
  if (!groups) return null
  let at = 0
  return groups.map((g) => {
    const start = at
    at += g * beatTicks(m)
    return start
  })
}

/** Felt in dotted beats: 6/8, 9/8, 12/8. */
export const isCompound = (m: Meter): boolean => feltBeatTicks(m) > beatTicks(m)

/** "4/4", "3+2/8". */
export const meterName = (m: Meter): string => `${m.groups?.join('+') ?? m.beats}/${m.unit}`

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b))

/** Ticks as quarters in lowest terms: "3/2", "2", "0". */
export function quarters(ticks: number): string {
  const d = gcd(ticks, QUARTER)
  const [n, q] = [ticks / d, QUARTER / d]
  return q === 1 ? `${n}` : `${n}/${q}`
}

/** Where in the measure, counted in written beats from 1: 1, 2.5, 3.333. */
export const beatOf = (ticksIntoMeasure: number, m: Meter): number => Math.round((1 + ticksIntoMeasure / beatTicks(m)) * 1000) / 1000
