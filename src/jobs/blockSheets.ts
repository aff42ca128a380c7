import { careAlways } from '@/core/drills/care'
import { format } from 'date-fns'
import type { Knex } from 'knex'
import { dayNamed, dayOfMonth } from '@/core/plan/dayNamed'
import { pupilWords } from '@/core/words/pupil'
import { dayLater } from '@/core/plan/calendar'
import type { Student } from '@/core/plan/student'
import type { Block, BlockSheet, Music } from '@/core/sheets/blocks'
import { type SheetKind } from '@/core/sheets/kinds'
import type { SheetSource } from '@/core/sheets/made'
import { sheetOfKind } from '@/core/sheets/make'
import { weekBlocks } from '@/core/sheets/week'
import { seatsOf, type SeatId } from '@/core/seats/seat'
import { serverToolkit } from '@/engrave/server'
import { withheld } from '@/engrave/post'
import { systemsOf, type Sheet } from '@/engrave/sheet'
import type { Paper } from '@/engrave/toolkit'
import { drawBlocks, type EngraveMusic } from '@/paper/blocks'
import { newDocument } from '@/paper/document'
import { svgPen } from '@/paper/pen'
import { Kept } from './kept'
import type { Known } from './known'
import { weekFor } from './plan'
import { warmupItems } from './warmup'

/** Pixels of the engraver to a point, and the size of the notes, of a part and of a score, in percent. */
const PIXELS = 1.45
const [PART, SCORE] = [44, 30]

/** How many days a practice week has. */
const WEEK = 7

/** Students of a seat have the same sheet: it is put together once for all of them, and what is engraved for it stands beside it, by width. */
const sheets = new Kept<BlockSheet | null>(60)
const engraved = new WeakMap<Music, Map<number, readonly string[]>>()

/** Engraves the music that stands among blocks. */
export async function musicEngraver(): Promise<EngraveMusic> {
  const toolkit = await serverToolkit()
  return (music, width) => {
    const widths = engraved.get(music) ?? new Map<number, readonly string[]>()
    engraved.set(music, widths)
    const known = widths.get(width)
    if (known) return known
    const { piece, plan, klass, seat, much, marks, without } = music
    const wanted = { seat, much, marks, passage: null }
    const all = systemsOf(toolkit, { piece, plan, klass }, wanted, Math.round(width * PIXELS), seat === null ? SCORE : PART) ?? []
    const systems = without ? all.map((svg) => withheld(svg, without)) : all
    widths.set(width, systems)
    return systems
  }
}

/** Whose sheet it is, and of when: of a seat of a class, or (null) of the class; of one student where the week is theirs alone. */
export type WhoseSheet = { readonly of: string; readonly seat: SeatId | null; readonly student: Student | null; readonly now: number }

/** A sheet of a kind that is told by blocks; null where the class has no such seat, or the kind is not made for it. */
export async function blockSheet(db: Knex, { known, ...source }: Known, what: SheetKind, whose: WhoseSheet): Promise<BlockSheet | null> {
  const { seat } = whose
  const once = (make: () => BlockSheet | null) => sheets.of(`${known} ${what} ${seat}`, make)
  if (what !== 'warmup' && what !== 'week') return once(() => sheetOfKind(source, what, seat))
  const player = seatsOf(source.klass).find((s) => s.id === seat)
  if (seat !== null && !player) return null
  const w = pupilWords(source.klass.talk)
  const language = source.klass.talk.language ?? 'en'
  const name = player?.name ?? w.theClass
  const { title } = source.piece
  if (what === 'warmup') return once(() => ({ title: `${w.warmUp}: ${title}`, name, blocks: warmupSheet(source, seat) }))
  const today = format(whose.now, 'yyyy-MM-dd')
  const days = await weekFor(db, { ...whose, language }, today, dayLater(today, WEEK - 1))
  const called = days.map(({ date, ...d }) => ({ ...d, name: dayNamed(language, date) }))
  return { title: w.practiceWeek(dayOfMonth(language, today)), name, blocks: weekBlocks(called, { language }) }
}

/** A warm-up as it is told on paper: what holds for all that strains once, then each thing with its music. */
export function warmupSheet(source: SheetSource, seat: SeatId | null): Block[] {
  const { items, minutes } = warmupItems(source, seat)
  const w = pupilWords(source.klass.talk)
  return [
    { kind: 'text', text: w.inAll(w.minutes(minutes)), soft: true },
    // Nobody stands beside who practises: what holds for all that strains, once.
    ...(items.some((x) => x.care) ? [{ kind: 'text' as const, text: careAlways(source.klass.talk) }] : []),
    ...items.flatMap((x, i): Block[] => [
      { kind: 'head', text: `${i + 1}. ${x.title}` },
      { kind: 'text', text: x.says },
      ...(x.care ? [{ kind: 'text' as const, text: x.care, soft: true as const }] : []),
      ...(x.music
        ? [
            {
              kind: 'music' as const,
              music: { ...x.music, seat, much: 'all' as const, marks: ['strings', 'fingers', 'positions'] as const },
            },
          ]
        : []),
    ]),
  ]
}

/** The same as a screen shows it: whole pages, drawn as they are put into a file. */
export async function shownBlocks(sheet: BlockSheet, paper: Paper): Promise<Sheet> {
  const { pen, pages } = svgPen(newDocument(sheet.title, new Date(0)).doc)
  drawBlocks(pen, sheet, paper, await musicEngraver())
  return { title: sheet.title, name: sheet.name, book: '', side: '', legend: '', problems: [], pages: pages(), whole: true }
}
