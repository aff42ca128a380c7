import type { SeatMap } from '../fingering/map'
import type { Piece } from '../piece/piece'
import { ensembleMapper, mapsOf, octavesFor } from './ensemble'
import type { ClassSettings } from '../plan/class'
import type { Plan } from '../plan/plan'
import type { Dot, Preview } from './preview.schema'

/**
 * The first measures of a piece as each seat plays them, small: for the shelf. Octaves are those of the whole piece; only
 * the measures shown are fingered.
 */
export function previewOf(piece: Piece, plan: Plan, klass: ClassSettings, measures: number): Preview {
  const octaves = octavesFor(piece, plan, klass)
  const ensemble = ensembleMapper()(beginning(piece, measures), { ...plan, octaves }, klass)
  const dotsOf = (map: SeatMap): Dot[] => {
    const inside = map.notes.filter((n) => !n.held)
    const end = Math.max(1, ...inside.map((n) => n.placed.onset + n.placed.ticks))
    return inside.map((n) => ({
      // Two places after the point are a tenth of a dot.
      at: Math.round((1000 * n.placed.onset) / end) / 1000,
      string: n.stop.string,
      open: n.stop.finger === 0,
    }))
  }
  const rows = mapsOf(ensemble).map((m) => ({ name: m.seat.name, strings: m.instrument.strings.length, dots: dotsOf(m) }))
  return rows.some((r) => r.dots.length > 5000) ? rows.map((r) => ({ ...r, dots: [] })) : rows
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
