import { capital } from '@/core/names'
import { headMeasure, sayStretch } from '@/core/piece/address'
import { sayTempo } from '@/core/piece/headline'
import type { Line, Piece } from '@/core/piece/piece'
import { partOfSeat, type Part } from '@/core/part/part'
import { passageOfPart, passageOfPiece, type Stretch } from '@/core/part/passage'
import { fadedIn, writtenIn, type Amount } from '@/core/part/written'
import { isShown } from '@/core/reading/choice'
import { spotsOf } from '@/core/reading/spots'
import type { ClassSettings } from '@/core/seats/class'
import { sayBook } from '@/core/seats/book'
import { ensembleMapper, mapsOf, seatMap } from '@/core/seats/ensemble'
import { bookFor, type Plan } from '@/core/seats/plan'
import { seatsOf, type SeatId } from '@/core/seats/seat'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import { meiOf, printedStarts } from './mei'
import type { Row } from './rows'
import { engravePages, engraveStand, type NoteSize, type Paper, type Toolkit } from './toolkit'

/** What stands on a sheet: whose it is (null: the score of all seats), how much is written in, and how it is drawn. */
export type Wanted = {
  readonly seat: SeatId | null
  readonly much: Amount
  /** A sheet of a fading series in place of how much is written in: which one, and which measures are sure, by index. */
  readonly fade?: { readonly step: number; readonly sure: readonly number[] }
  readonly rows: readonly Row[]
  readonly bows: boolean
  /** Only these measures, by their printed numbers; null: the whole piece. */
  readonly passage: { readonly from: string; readonly to: string } | null
}
export type Drawn = { readonly paper: Paper; readonly size: NoteSize }

/** A sheet of paper for one seat, or for the teacher. */
export type Sheet = {
  readonly title: string
  readonly name: string
  /** Where it stands in the seat's book; empty where nobody has said so. */
  readonly book: string
  readonly side: string
  readonly legend: string
  readonly problems: readonly string[]
  readonly pages: readonly string[]
}

type Source = { readonly piece: Piece; readonly plan: Plan; readonly klass: ClassSettings }

/** The maps that a sheet shows; null when the class has no such seat. */
function mapsFor({ piece, plan, klass }: Source, seat: SeatId | null): readonly SeatMap[] | null {
  if (seat === null) return mapsOf(ensembleMapper()(piece, plan, klass))
  const player = seatsOf(klass).find((s) => s.id === seat)
  return player ? [seatMap(piece, plan, klass, player)] : null
}

/** The measures with these numbers, by index; null where the line has not both, in this order. */
function stretchOf(line: Line, { from, to }: { from: string; to: string }): Stretch | null {
  const [a, b] = [from, to].map((n) => line.measures.findIndex((m) => m.number === n))
  return a >= 0 && b >= a ? { from: a, to: b } : null
}

const isInside = (stretch: Stretch | null, index: number): boolean => stretch === null || (index >= stretch.from && index <= stretch.to)

const NOWHERE: ReadonlySet<string> = new Set()

/** The events at which something is shown that trips a seat. */
const troublesOf = (piece: Piece, map: SeatMap, plan: Plan, klass: ClassSettings): ReadonlySet<string> =>
  new Set(spotsOf(piece, map).flatMap((s) => (isShown(s, plan.spots, klass.spots) ? [s.event] : [])))

/** What is engraved for it: MEI for given breaks. */
function meiFor({ piece: whole, plan, klass }: Source, maps: readonly SeatMap[], wanted: Wanted) {
  const { much, rows, bows, passage, fade } = wanted
  const all = maps.map((m) => partOfSeat(whole, m, bows))
  const stretch = passage && stretchOf(maps[0].line, passage)
  const parts = stretch ? all.map((p) => passageOfPart(p, stretch)) : all
  const piece = stretch ? passageOfPiece(whole, stretch) : whole
  const goesOn = stretch !== null && stretch.to < whole.lines[0].measures.length - 1
  const written = Object.fromEntries(
    parts.map((p, i) => {
      // Looked for only where it is written by them: a part with everything asks nobody what trips it.
      const troubles = fade || much === 'trouble' ? troublesOf(whole, maps[i], plan, klass) : NOWHERE
      return [p.id, fade ? fadedIn(p, fade.step, new Set(fade.sure), troubles) : writtenIn(p, much, troubles)]
    }),
  )
  const shown = much === 'none' ? [] : rows
  const labels = parts.length > 1 ? ('each' as const) : false
  const mei = (breaks: readonly number[]) =>
    meiOf(piece, { parts, rows: shown, positions: much !== 'none', labels, breaks, written, goesOn, letters: klass.talk })
  return { parts, stretch, written, mei, starts: printedStarts(parts[0]), rowNames: shown.length > 1 }
}

/** A sheet as pages; null when the class has no such seat. */
export function sheetOf(toolkit: Toolkit, source: Source, wanted: Wanted, drawn: Drawn): Sheet | null {
  const { piece, plan } = source
  const maps = mapsFor(source, wanted.seat)
  if (!maps) return null
  const [only] = maps
  const made = meiFor(source, maps, wanted)
  const alone = maps.length === 1 ? only : null
  return {
    title: piece.title,
    name: wanted.seat === null ? 'Score' : only.seat.name,
    book: capital(
      [alone ? sayBook(bookFor(plan, only.seat.id)) : '', made.stretch ? sayStretch(only.line, made.stretch.from, made.stretch.to) : '']
        .filter(Boolean)
        .join(' · '),
    ),
    side: [piece.composer ?? '', piece.tempo ? sayTempo(piece.meter, piece.tempo) : ''].filter(Boolean).join(' · '),
    legend: legendOf(maps, made, wanted),
    problems: maps.flatMap((map) =>
      map.problems
        .filter((p) => isInside(made.stretch, p.placed.at.index))
        .map((p) => {
          const text = `${headMeasure(map.line, p.placed.at.index)}, beat ${p.beat}: ${p.text}`
          return alone ? text : `${map.seat.name}: ${text}`
        }),
    ),
    pages: engravePages(toolkit, { ...made, staves: maps.length, ...drawn }),
  }
}

/** The same music in systems as wide as a screen, in pixels; null when the class has no such seat. */
export function systemsOf(toolkit: Toolkit, source: Source, wanted: Wanted, width: number, scale: number): readonly string[] | null {
  const maps = mapsFor(source, wanted.seat)
  return maps && engraveStand(toolkit, meiFor(source, maps, wanted), width, scale)
}

/** What the marks on the sheet mean, of those that stand on it. */
function legendOf(
  maps: readonly SeatMap[],
  { parts, written: all }: { readonly parts: readonly Part[]; readonly written: Readonly<Record<string, ReadonlySet<string> | null>> },
  { rows, much }: Wanted,
): string {
  const shown = parts.flatMap((p, i) => {
    const at = all[p.id] ?? null
    const stands = new Set(p.measures.flatMap((m) => m.events.map((e) => e.event.id)))
    const written = maps[i].notes.filter((n) => !n.held && stands.has(n.placed.event.id) && (at?.has(n.placed.event.id) ?? true))
    const said = p.measures.some((m) => m.events.some((e) => e.position && (at?.has(e.event.id) ?? true)))
    return [{ byLetter: maps[i].instrument.byLetter, written, said }]
  })
  const any = (test: (n: MappedNote, byLetter: boolean) => boolean) => shown.some((s) => s.written.some((n) => test(n, s.byLetter)))
  const fingers = rows.includes('finger')
  const under = rows.length > 0 && any(() => true)
  return [
    ...(under && much === 'changes' ? ['Written where string, position or finger changes and at signs'] : []),
    ...(under && much === 'new' ? ['Written at new notes and at signs'] : []),
    ...(under && much === 'trouble' ? ['Written where something trips'] : []),
    ...(fingers && any((n) => n.stop.finger === 0) ? ['0 open string'] : []),
    ...(fingers && any((n, byLetter) => byLetter && n.stop.place !== 'normal') ? ['↓ low finger, ↑ high finger'] : []),
    ...(fingers && any((n, byLetter) => !byLetter && n.stop.place !== 'normal') ? ['↓ finger reached back, ↑ forward'] : []),
    ...(much !== 'none' && shown.some((s) => s.said) ? ['Roman numeral: position'] : []),
  ].join(' · ')
}
