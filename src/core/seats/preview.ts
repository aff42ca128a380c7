import { z } from 'zod'
import { bySeat, SEATS, type Seat } from '../hands/instruments'
import type { Piece } from '../piece/piece'
import { ensembleMapper, octavesFor } from './ensemble'
import type { ClassSettings } from './class'
import type { Plan } from './plan'

/** A dot of the small drawing: time from 0 to 1, string from 0 (lowest), whether the string is open. */
const dotSchema = z.object({ at: z.number().min(0).max(1), string: z.int().min(0).max(11), open: z.boolean() })
export type Dot = Readonly<z.infer<typeof dotSchema>>

const dots = z.array(dotSchema).max(5000)
/** A small drawing, as it is kept. */
export const previewSchema = z.object({ violin: dots, viola: dots, cello: dots, bass: dots })
export type Preview = Readonly<z.infer<typeof previewSchema>>

/**
 * The first measures of a piece as each seat plays them, small: for the shelf. Octaves are those of the whole piece; only
 * the measures shown are fingered.
 */
export function previewOf(piece: Piece, plan: Plan, klass: ClassSettings, measures: number): Preview {
  const octaves = octavesFor(piece, plan, klass)
  const ensemble = ensembleMapper()(beginning(piece, measures), { ...plan, octaves }, klass)
  const dotsOf = (seat: Seat): Dot[] => {
    const inside = ensemble[seat].notes.filter((n) => !n.held)
    const end = Math.max(1, ...inside.map((n) => n.placed.onset + n.placed.ticks))
    return inside.map((n) => ({
      // Two places after the point are a tenth of a dot.
      at: Math.round((1000 * n.placed.onset) / end) / 1000,
      string: n.stop.string,
      open: n.stop.finger === 0,
    }))
  }
  const made = bySeat(dotsOf)
  return SEATS.some((s) => made[s].length > 5000) ? bySeat(() => []) : made
}

/** The first measures as a piece of their own: nothing in it leads back or ahead to what is not there. */
function beginning(piece: Piece, measures: number): Piece {
  const lines = piece.lines.map((l) => {
    const first = l.measures.slice(0, measures).map(({ number, events, pickup, key, meter }) => ({ number, events, pickup, key, meter }))
    const there = new Set(first.flatMap((m) => m.events.map((e) => e.id)))
    return { ...l, measures: first, slurs: l.slurs.filter((s) => there.has(s.from) && there.has(s.to)) }
  })
  return { ...piece, lines }
}
