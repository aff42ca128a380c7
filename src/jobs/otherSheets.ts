import { count } from '@/core/count'
import type { Source } from '@/core/sheets/made'
import { seatsOf, type SeatId } from '@/core/seats/seat'
import type { Block, BlockSheet } from '@/core/sheets/blocks'
import { SHEETS, type SheetKind } from '@/core/sheets/kinds'
import { sheetOfKind } from '@/core/sheets/make'
import { serverToolkit } from '@/engrave/server'
import { systemsOf } from '@/engrave/sheet'
import type { Paper } from '@/engrave/toolkit'
import { blocksPdf, type EngraveMusic } from '@/paper/blocks'
import { warmupItems } from './warmup'

/** Pixels of the engraver to a point, and the size of the notes, of a part and of a score, in percent. */
const PIXELS = 1.45
const [PART, SCORE] = [44, 30]

/** Sheets of a kind as one PDF, for the class (null) or seats one after the other; null where there is nothing to be made. */
export async function otherSheets(source: Source, what: SheetKind, seats: readonly (SeatId | null)[], paper: Paper, made: Date) {
  const toolkit = await serverToolkit()
  const engrave: EngraveMusic = ({ piece, plan, klass, seat, much, marks }, width) =>
    systemsOf(
      toolkit,
      { piece, plan, klass },
      { seat, much, marks, passage: null },
      Math.round(width * PIXELS),
      seat === null ? SCORE : PART,
    ) ?? []
  const sheets = seats.flatMap((seat): BlockSheet[] => {
    const sheet = what === 'warmup' ? warmupSheet(source, seat) : sheetOfKind(source, what, seat)
    return sheet ? [sheet] : []
  })
  return sheets.length === 0 ? null : { title: sheets[0].title, bytes: await blocksPdf(sheets, paper, made, engrave) }
}

/** The warm-up of a piece on paper; null where the class has no such seat. */
function warmupSheet(source: Source, seat: SeatId | null): BlockSheet | null {
  const player = seatsOf(source.klass).find((s) => s.id === seat)
  if (seat !== null && !player) return null
  const { items, minutes } = warmupItems(source, seat)
  return {
    title: `${SHEETS.warmup.name}: ${source.piece.title}`,
    name: player?.name ?? 'The class',
    blocks: [
      { kind: 'text', text: `${count(Math.round(minutes), 'minute')} in all.`, soft: true },
      ...items.flatMap((x, i): Block[] => [
        { kind: 'head', text: `${i + 1}. ${x.title}` },
        { kind: 'text', text: x.says },
        ...(x.music
          ? [
              {
                kind: 'music' as const,
                music: { ...x.music, seat, much: 'all' as const, marks: ['strings', 'fingers', 'positions'] as const },
              },
            ]
          : []),
      ]),
    ],
  }
}
