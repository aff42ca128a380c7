import { capital } from '@/core/names'
import { headBeat, sayStretch } from '@/core/piece/address'
import { sayTempo } from '@/core/piece/headline'
import type { Line, Piece } from '@/core/piece/piece'
import type { Mark } from '@/core/part/marks'
import { lowFirst, partOfSeat, type Part } from '@/core/part/part'
import { passageOfPart, passageOfPiece } from '@/core/part/passage'
import { type Stretch } from '@/core/piece/stretch'
import { fadedIn, writtenIn } from '@/core/part/written'
import { type Amount } from '@/core/plan/amounts'
import { sayProblem } from '@/core/words/en/fingering'
import { isShown } from '@/core/reading/choice'
import { callsOf } from '@/core/reading/calls'
import { readingOf } from '@/core/reading/reading'
import { spotsOf } from '@/core/reading/spots'
import { frameMark } from '@/core/plan/talk'
import type { ClassSettings } from '@/core/plan/class'
import { pupilWords } from '@/core/words/pupil'
import { asRead } from '@/core/balance/asRead'
import { ensembleMapper, mapsOf, seatMap } from '@/core/balance/ensemble'
import { bookFor, type Plan } from '@/core/plan/plan'
import { seatsOf, type SeatId } from '@/core/seats/seat'
import type { MappedNote, SeatMap } from '@/core/fingering/map'
import { headId } from './ids'
import { meiOf, printedStarts } from './mei'
import { letterIn, type Row, type SaidRow } from './rows'
import { engravePages, engraveStand, type NoteSize, type Paper, type Toolkit } from './toolkit'

/** What stands on a sheet: whose it is (null: the score of all seats), how much is written in, and how it is drawn. */
export type Wanted = {
  readonly seat: SeatId | null
  readonly much: Amount
  /** A sheet of a fading series in place of how much is written in: which one, and which measures are sure, by index. */
  readonly fade?: { readonly step: number; readonly sure: readonly number[] }
  readonly marks: readonly Mark[]
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
  /** Its pages have head and foot on them. */
  readonly whole?: true
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

/** The rows that marks ask for. */
const ROW_OF = { letters: 'letter', strings: 'string', fingers: 'finger', calls: 'call' } as const satisfies Partial<Record<Mark, Row>>
const rowsOf = (marks: readonly Mark[]): Row[] =>
  Object.entries(ROW_OF).flatMap(([mark, row]) => (marks.some((m) => m === mark) ? [row] : []))

/** What the class says at each note of a seat: fingers, and where the hand goes. */
const saidOf = (piece: Piece, map: SeatMap, klass: ClassSettings): SaidRow =>
  new Map(callsOf(readingOf(piece, map), { ...klass.talk, say: 'fingers' }).flatMap((c) => c.words.map((w) => [w.event, w.said] as const)))

/** What is engraved for it: MEI for given breaks. */
function meiFor({ piece: whole, plan, klass }: Source, maps: readonly SeatMap[], wanted: Wanted) {
  const { much, marks, passage, fade } = wanted
  const rows = rowsOf(marks)
  const all = maps.map((m) => partOfSeat(whole, m, marks.includes('bows')))
  const stretch = passage && stretchOf(maps[0].line, passage)
  const parts = stretch ? all.map((p) => passageOfPart(p, stretch)) : all
  const piece = stretch ? passageOfPiece(whole, stretch) : whole
  const goesOn = stretch !== null && stretch.to < whole.lines[0].measures.length - 1
  const written = Object.fromEntries(
    parts.map((p, i) => {
      // Looked for only where it is written by them: a part with everything asks nobody what trips it.
      const troubles = fade || much === 'trouble' ? troublesOf(whole, maps[i], plan, klass) : NOWHERE
      const reads = klass.reads[maps[i].seat.id]
      return [p.id, fade ? fadedIn(p, fade.step, new Set(fade.sure), troubles, reads) : writtenIn(p, much, troubles, reads)]
    }),
  )
  const shown = much === 'none' ? [] : rows
  const over = (mark: Mark): boolean => much !== 'none' && marks.includes(mark)
  const said = Object.fromEntries(maps.map((m) => [m.seat.id, shown.includes('call') ? saidOf(whole, m, klass) : undefined]))
  const labels = parts.length > 1 ? ('each' as const) : false
  const mei = (breaks: readonly number[]) =>
    meiOf(piece, {
      parts,
      rows: shown,
      positions: over('positions'),
      frames: over('frames') ? (name) => frameMark(klass.talk, name) : undefined,
      stays: over('stays'),
      labels,
      breaks,
      written,
      goesOn,
      letters: klass.talk,
      said,
    })
  const inHeads = over('heads') ? lettersOf(parts, written, klass) : null
  return { parts, stretch, written, mei, starts: printedStarts(parts[0]), rowNames: shown.length > 1, inHeads }
}

/** The letter of each head that is written in, by the id of its note in the engraving. */
function lettersOf(
  parts: readonly Part[],
  written: Readonly<Record<string, ReadonlySet<string> | null>>,
  { talk }: ClassSettings,
): ReadonlyMap<string, string> {
  return new Map(
    parts.flatMap((part) =>
      part.measures.flatMap((m) =>
        m.events
          .filter((e) => written[part.id]?.has(e.event.id) ?? true)
          .flatMap((e) =>
            lowFirst(e.heads).map(
              (h, i, all) => [headId(part.id, e.event.id, all.length > 1 ? i : null), letterIn(talk, h.pitch)] as const,
            ),
          ),
      ),
    ),
  )
}

/** A sheet as pages; null when the class has no such seat. */
export function sheetOf(toolkit: Toolkit, given: Source, wanted: Wanted, drawn: Drawn): Sheet | null {
  const source = wanted.seat === null ? given : asRead(given, wanted.seat)
  const { piece, plan } = source
  const maps = mapsFor(source, wanted.seat)
  if (!maps) return null
  const [only] = maps
  const made = meiFor(source, maps, wanted)
  const alone = maps.length === 1 ? only : null
  const w = pupilWords(source.klass.talk)
  const book = bookFor(plan, only.seat.id)
  return {
    title: piece.title,
    name: wanted.seat === null ? w.score : only.seat.name,
    book: capital(
      [alone ? w.book(book.page, book.exercise) : '', made.stretch ? sayStretch(only.line, made.stretch.from, made.stretch.to) : '']
        .filter(Boolean)
        .join(' · '),
    ),
    side: [piece.composer ?? '', piece.tempo ? sayTempo(piece.meter, piece.tempo) : ''].filter(Boolean).join(' · '),
    legend: legendOf(maps, made, wanted, source.klass),
    problems: maps.flatMap((map) =>
      map.problems
        .filter((p) => isInside(made.stretch, p.placed.at.index))
        .map((p) => {
          const text = `${headBeat(map.line, p.placed.at.index, p.beat)}: ${sayProblem({ talk: source.klass.talk, instrument: map.instrument }, p)}`
          return alone ? text : `${map.seat.name}: ${text}`
        }),
    ),
    pages: engravePages(toolkit, { ...made, staves: maps.length, ...drawn }),
  }
}

/** The same music in systems as wide as a screen, in pixels; null when the class has no such seat. */
export function systemsOf(toolkit: Toolkit, given: Source, wanted: Wanted, width: number, scale: number): readonly string[] | null {
  const source = wanted.seat === null ? given : asRead(given, wanted.seat)
  const maps = mapsFor(source, wanted.seat)
  return maps && engraveStand(toolkit, meiFor(source, maps, wanted), width, scale)
}

/** What the marks on the sheet mean, of those that stand on it. */
function legendOf(
  maps: readonly SeatMap[],
  { parts, written: all }: { readonly parts: readonly Part[]; readonly written: Readonly<Record<string, ReadonlySet<string> | null>> },
  { marks, much }: Wanted,
  klass: ClassSettings,
): string {
  const rows = rowsOf(marks)
  const shown = parts.flatMap((p, i) => {
    const at = all[p.id] ?? null
    const stands = new Set(p.measures.flatMap((m) => m.events.map((e) => e.event.id)))
    const written = maps[i].notes.filter((n) => !n.held && stands.has(n.placed.event.id) && (at?.has(n.placed.event.id) ?? true))
    const said = p.measures.some((m) => m.events.some((e) => e.position && (at?.has(e.event.id) ?? true)))
    const events = p.measures.flatMap((m) => m.events).filter((e) => at?.has(e.event.id) ?? true)
    const frames = events.flatMap((e) => (e.frame ? [e.frame] : []))
    return [{ byLetter: maps[i].instrument.byLetter, written, said, frames, stays: events.some((e) => e.stays?.length) }]
  })
  const any = (test: (n: MappedNote, byLetter: boolean) => boolean) => shown.some((s) => s.written.some((n) => test(n, s.byLetter)))
  const fingers = rows.includes('finger')
  const over = (mark: Mark): boolean => much !== 'none' && marks.includes(mark)
  const { legend } = pupilWords(klass.talk)
  const under = rows.length > 0 && any(() => true)
  return [
    ...(under && much === 'changes' ? [legend.changes] : []),
    ...(under && much === 'new' ? [legend.new] : []),
    ...(under && much === 'trouble' ? [legend.trouble] : []),
    ...(under && much === 'unread' && maps.some((m) => klass.reads[m.seat.id]?.sure.length) ? [legend.unread] : []),
    ...(fingers && any((n) => n.stop.finger === 0) ? [legend.open] : []),
    ...(fingers && any((n, byLetter) => byLetter && n.stop.place !== 'normal') ? [legend.byLetter] : []),
    ...(fingers && any((n, byLetter) => !byLetter && n.stop.place !== 'normal') ? [legend.byHalfStep] : []),
    ...(over('positions') && shown.some((s) => s.said) ? [legend.position] : []),
    ...(over('stays') && shown.some((s) => s.stays) ? [legend.stays] : []),
    ...(over('frames')
      ? [...new Set(shown.flatMap((s) => s.frames))].flatMap((name) => {
          const mark = frameMark(klass.talk, name)
          return mark === name ? [] : [`${mark} ${klass.talk.frames[name]?.word || name}`]
        })
      : []),
  ].join(' · ')
}
