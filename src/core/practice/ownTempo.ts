import { dayNumber } from '../plan/calendar'
import { TEMPO_BOUNDS, type DrillChoice, type WarmupSettled } from '../plan/settled'
import { stretchOf } from './chunks'
import type { Done } from './dayPlan'
import type { Stock } from './today'
import { standingAfter, partFor, wasSure, type ChunkStanding } from './standing'

/**
 * Quarter notes a minute at which somebody plays a passage next, by what was recorded of measures in it: the step above what
 * was sure the last time, the step below what was not. Null: nothing of it was recorded with a tempo. `tempo`: that of the piece.
 */
export function ownTempo(done: readonly Done[], tempo: number, passage: { readonly from: number; readonly to: number }): number | null {
  let stands: ChunkStanding | undefined
  for (const d of [...done].sort((a, b) => a.day.localeCompare(b.day))) {
    const stretch = stretchOf(d.chunk)
    if (d.tempo === null || !stretch || stretch.from > passage.to || stretch.to < passage.from) continue
    stands = standingAfter(stands, dayNumber(d.day)!, wasSure(d), { recorded: true, slips: d.slips, tempo: d.tempo })
  }
  return stands ? Math.round(tempo * partFor({ tempo }, stands)) : null
}

/** What is settled, with the passage at the tempo of whoever practises, where that is known and the teacher has settled no other. */
export function atOwnTempo({ drills }: Stock, settled: WarmupSettled, tempo: number, done: readonly Done[]): WarmupSettled {
  const own = drills.flatMap((d): [string, DrillChoice][] => {
    if (d.kind !== 'passage' || settled.choices[d.id]?.tempo !== undefined) return []
    const now = ownTempo(done, tempo, { from: Math.min(...d.measures), to: Math.max(...d.measures) })
    return now === null
      ? []
      : [[d.id, { ...settled.choices[d.id], tempo: Math.min(TEMPO_BOUNDS.fastest, Math.max(TEMPO_BOUNDS.slowest, now)) }]]
  })
  return own.length === 0 ? settled : { ...settled, choices: { ...settled.choices, ...Object.fromEntries(own) } }
}
