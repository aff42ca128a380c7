import { beatTicks, feltBeatTicks, groupStarts, isCompound, measureTicks, type Meter } from '../music/time'
import type { PlacedMeasure } from '../piece/walk'

/** How a beat is struck: the first of a bar, the first of a group of beats (4 of five), a beat that is felt, a part of one. */
export const ACCENTS = ['bar', 'group', 'beat', 'part'] as const
export type Accent = (typeof ACCENTS)[number]

/** A beat of a bar: ticks from the barline, and what the class says at it. */
export type BarBeat = { readonly into: number; readonly says: string; readonly accent: Accent }

/** Ticks from the barline of every felt beat: equal ones, or those of the groups that the meter has (2+2+3 eighths). */
function feltBeats(m: Meter): number[] {
  const starts = groupStarts(m)
  // Groups of eighths are felt as one beat each; quarters are beats themselves.
  if (starts && m.unit >= 8) return starts
  const felt = feltBeatTicks(m)
  return Array.from({ length: Math.ceil(measureTicks(m) / felt) }, (_x, i) => i * felt)
}

/**
 * The beats of a whole bar. `parts`: counted in eighths, "1 and 2 and"; in a compound meter its eighths are struck between
 * the beats and not said. Common practice.
 */
export function beatsOfBar(m: Meter, parts: boolean): BarBeat[] {
  const felt = feltBeats(m)
  const starts = groupStarts(m)
  const uneven = starts !== null && m.unit >= 8
  const beats = felt.map((into, i): BarBeat => ({
    into,
    says: `${i + 1}`,
    accent: i === 0 ? 'bar' : !uneven && starts?.includes(into) ? 'group' : 'beat',
  }))
  if (!parts) return beats
  const step = isCompound(m) || uneven ? beatTicks(m) : feltBeatTicks(m) / 2
  const said = isCompound(m) || uneven ? '' : 'and'
  const end = measureTicks(m)
  return felt.flatMap((from, i) => {
    const to = felt[i + 1] ?? end
    const between: BarBeat[] = []
    for (let t = from + step; t < to; t += step) between.push({ into: t, says: said, accent: 'part' })
    return [beats[i], ...between]
  })
}

/** A count-in of fewer beats than this says nothing of the pace: a whole bar is counted before it. Common practice. */
const FEWEST = 2

/**
 * What is counted before a measure begins: a whole bar, or of one that begins late (a pickup) the beats before it; a bar more
 * where that is a single beat. Ticks from the first count; the music begins at `ticks`. Common practice.
 */
export function countInBefore(at: PlacedMeasure, parts: boolean): { readonly beats: readonly BarBeat[]; readonly ticks: number } {
  const bar = beatsOfBar(at.meter, parts)
  const whole = measureTicks(at.meter)
  if (at.lead === 0) return { beats: bar, ticks: whole }
  const before = bar.filter((b) => b.into < at.lead)
  if (before.filter((b) => b.accent !== 'part').length >= FEWEST) return { beats: before, ticks: at.lead }
  return { beats: [...bar, ...before.map((b) => ({ ...b, into: b.into + whole }))], ticks: whole + at.lead }
}
