import { drillsOf } from '@/core/drills/all'
import type { Companion } from '@/core/plan/companion'
import type { Drill, DrillKind } from '@/core/drills/drill'
import { practised, type Practised } from '@/core/drills/practised'
import type { Stretch } from '@/core/piece/stretch'
import type { Piece } from '@/core/piece/piece'
import { headPlace, warmupOf } from '@/core/practice/warmup'
import type { ClassSettings } from '@/core/plan/class'
import { ensembleMapper, seatMap } from '@/core/balance/ensemble'
import type { Plan } from '@/core/plan/plan'
import { seatsOf } from '@/core/seats/seat'
import { reportOf, type ReportNote } from './report'

/** A drill as the command line prints it: what it is for, and what every seat plays in it. */
export type DrillReport = {
  readonly kind: DrillKind
  readonly variant: string
  readonly title: string
  readonly purpose: string
  readonly minutes: number
  /** Quarter notes a minute. */
  readonly tempo: number
  readonly times: number
  readonly serves: readonly { readonly id: string; readonly seat: string; readonly kind: string; readonly measure: string }[]
  /** Measures of the piece, as printed. */
  readonly measures: readonly string[]
  readonly seats: readonly {
    readonly seat: string
    readonly companion: Companion | null
    readonly measures: number
    readonly notes: readonly ReportNote[]
  }[]
}

/** A piece made ready to be practised by a class, all of it or a stretch. */
export const practisedPiece = (piece: Piece, plan: Plan, klass: ClassSettings, stretch: Stretch | null = null): Practised =>
  practised(piece, seatsOf(klass), ensembleMapper()(piece, plan, klass), stretch, plan)

/** A drill mapped for each of its seats, from its own piece and plan. */
export function drillReport(file: string, c: Practised, d: Drill, klass: ClassSettings): DrillReport {
  const seats = seatsOf(klass)
  const maps = seats.map((seat) => seatMap(d.piece, d.plan, klass, seat))
  const { seats: reports } = reportOf(file, d.piece, maps)
  return {
    kind: d.kind,
    variant: d.variant,
    title: d.title,
    purpose: d.purpose,
    minutes: d.minutes,
    tempo: d.tempo,
    times: d.times,
    serves: d.serves.map(({ id, seat, kind, measure }) => ({ id, seat, kind, measure })),
    measures: d.measures.map((i) => c.measures[i].measure.number),
    seats: reports.map((r) => ({
      seat: r.seat,
      companion: d.companions[r.seat],
      measures: d.piece.lines[0].measures.length,
      notes: r.notes,
    })),
  }
}

/** Every drill of some kinds, each as a line. */
export const drillReports = (file: string, c: Practised, klass: ClassSettings, kinds?: readonly DrillKind[]): DrillReport[] =>
  drillsOf(c, kinds).map((d) => drillReport(file, c, d, klass))

/** What a warm-up comes to: minutes, points taken off and points in all, the hardest places that it prepares and those that it leaves. */
export type WarmupReport = {
  readonly minutes: number
  readonly covered: number
  readonly total: number
  readonly covers: readonly string[]
  readonly leaves: readonly string[]
}

const rounded = (x: number): number => Math.round(x * 10) / 10

/** The warm-up of a piece: its drills in order, then what it comes to. */
export function warmupReports(file: string, c: Practised, klass: ClassSettings, minutes: number): readonly (DrillReport | WarmupReport)[] {
  const w = warmupOf(c, drillsOf(c), { minutes })
  const said = (prepared: boolean) => w.places.filter((p) => p.prepared === prepared).map((p) => headPlace(c, p))
  return [
    ...w.drills.map((d) => drillReport(file, c, d, klass)),
    { minutes: w.minutes, covered: rounded(w.covered), total: rounded(w.total), covers: said(true), leaves: said(false) },
  ]
}
