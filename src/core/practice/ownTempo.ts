import { dayNumber } from '../plan/calendar'
import { stretchOf } from './chunks'
import type { Done } from './dayPlan'
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
