import { SEATS, type Seat } from '../hands/instruments'
import type { Piece } from '../piece/piece'
import { ensembleMapper } from './ensemble'
import type { ClassSettings } from './class'
import type { Plan } from './plan'

/** A dot of the small drawing: time from 0 to 1, string from 0 (lowest), whether the string is open. */
export type Dot = { readonly at: number; readonly string: number; readonly open: boolean }

/** The first measures of a piece as each seat plays them, small: for the shelf. */
export function previewOf(piece: Piece, plan: Plan, klass: ClassSettings, measures: number): Record<Seat, Dot[]> {
  const ensemble = ensembleMapper()(piece, plan, klass)
  const dots = (seat: Seat): Dot[] => {
    const inside = ensemble[seat].notes.filter((n) => n.placed.at.index < measures && !n.held)
    const end = Math.max(1, ...inside.map((n) => n.placed.onset + n.placed.ticks))
    return inside.map((n) => ({ at: n.placed.onset / end, string: n.stop.string, open: n.stop.finger === 0 }))
  }
  const out = {} as Record<Seat, Dot[]>
  for (const seat of SEATS) out[seat] = dots(seat)
  return out
}
