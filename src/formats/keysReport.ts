import { PLAIN_TONGUE } from '@/core/words/en/hands'
import type { Piece } from '@/core/piece/piece'
import { keyName } from '@/core/music/key'
import type { ClassSettings } from '@/core/plan/class'
import { octavesFor } from '@/core/balance/ensemble'
import type { Plan } from '@/core/plan/plan'
import { saySetting, sayMove, sayWorth } from '@/core/balance/saySetting'
import { byRank, settingsInOrder, searcher, USUAL_SPACE } from '@/core/balance/search'
import { seatsOf } from '@/core/seats/seat'

const rounded = (x: number): number => Math.round(x * 100) / 100

/** One way to set a class for a piece: its key, octaves, and what that comes to. Loads in points. */
export type KeyReport = {
  readonly key: string
  /** "a fourth up"; null: as written. */
  readonly move: string | null
  /** Sounding, against the line, by seat. */
  readonly octaves: Readonly<Record<string, number>>
  readonly out: number
  /** Different new things, summed over the seats. */
  readonly new: number
  readonly wait: number
  readonly total: number
  readonly evenness: number
  readonly replaced: readonly { readonly seat: string; readonly notes: number }[]
  readonly text: string
}

/** The best setting of every usual key, ranked. */
export function keysReportOf(piece: Piece, plan: Plan, klass: ClassSettings): KeyReport[] {
  const seats = seatsOf(klass)
  const now = octavesFor(piece, plan, klass)
  const find = searcher(piece, plan, klass)
  const found = USUAL_SPACE.signatures.flatMap((fifths) => find(fifths).slice(0, 1))
  return settingsInOrder(found, byRank).map((f) => ({
    key: keyName({ ...piece.key, fifths: f.setting.fifths }),
    move: sayMove(piece.key.fifths, f.setting.fifths),
    octaves: f.setting.octaves,
    out: f.out,
    new: f.news,
    wait: rounded(f.wait),
    total: rounded(f.total),
    evenness: rounded(f.evenness),
    replaced: seats.flatMap(({ id }) => {
      const notes = Object.keys(f.setting.substitutes?.[id] ?? {}).length
      return notes ? [{ seat: id, notes }] : []
    }),
    text: `${saySetting(PLAIN_TONGUE, piece.key, seats, now, f)}: ${sayWorth(PLAIN_TONGUE, f, seats)}.`,
  }))
}
