import { fileName } from './fileName'
import { partOfSeat } from '@/core/part/part'
import type { Piece } from '@/core/piece/piece'
import { mapsOf, type Ensemble } from '@/core/balance/ensemble'
import type { Plan } from '@/core/plan/plan'
import type { SeatId } from '@/core/seats/seat'
import { writeAbc } from './abc/write'
import { writeJson } from './json/write'
import { writeMidi } from './midi/write'
import { writeMxl } from './musicxml/mxl'
import { writeMusicXml } from './musicxml/write'
import { ALL_SEATS, type ExportKind } from './kinds'
import { csvHeader, csvRows, reportOf } from './report'

export type Export = { readonly name: string; readonly type: string; readonly bytes: Uint8Array }

const TYPES: Record<ExportKind, { ending: string; type: string }> = {
  musicxml: { ending: 'musicxml', type: 'application/vnd.recordare.musicxml+xml' },
  mxl: { ending: 'mxl', type: 'application/vnd.recordare.musicxml' },
  abc: { ending: 'abc', type: 'text/vnd.abc; charset=utf-8' },
  midi: { ending: 'mid', type: 'audio/midi' },
  csv: { ending: 'csv', type: 'text/csv; charset=utf-8' },
  json: { ending: 'json', type: 'application/json' },
}

/**
 * The piece as a file: of all seats of the class, or of one; null when the class has no such seat. `above`: half steps that
 * a part sounds above what is written, where it is transposed.
 */
export function exported(
  kind: ExportKind,
  piece: Piece,
  plan: Plan,
  ensemble: Ensemble,
  seat: SeatId | typeof ALL_SEATS,
  above = 0,
): Export | null {
  const maps = mapsOf(ensemble).filter((m) => seat === ALL_SEATS || m.seat.id === seat)
  if (maps.length === 0) return null
  const parts = maps.map((m) => partOfSeat(piece, m, true))
  const { ending, type } = TYPES[kind]
  const name = `${fileName(piece.title)}${seat === ALL_SEATS || kind === 'json' ? '' : `, ${fileName(maps[0].seat.name.toLowerCase())}`}.${ending}`
  const text = new TextEncoder()
  const bytes = (): Uint8Array => {
    switch (kind) {
      case 'musicxml':
        return text.encode(writeMusicXml(piece, parts, above))
      case 'mxl':
        return writeMxl(writeMusicXml(piece, parts, above))
      case 'abc':
        return text.encode(writeAbc(piece, parts))
      case 'midi':
        return writeMidi(piece, parts)
      case 'csv':
        return text.encode(csvHeader + csvRows(reportOf(piece.title, piece, maps)))
      case 'json':
        return text.encode(writeJson(piece, plan))
    }
  }
  return { name, type, bytes: bytes() }
}
