import { readFileSync } from 'node:fs'
import type { SeatMap } from '../src/core/fingering/map'
import type { Piece } from '../src/core/piece/piece'
import type { ClassSettings } from '../src/core/seats/class'
import { octavesFor, seatMap } from '../src/core/seats/ensemble'
import { emptyPlan, type OctaveChoice, type Plan } from '../src/core/seats/plan'
import { everySeat, seatsOf, type SeatId } from '../src/core/seats/seat'
import { readReportOf } from '../src/formats/readReport'
import { keysReportOf } from '../src/formats/keysReport'
import { csvRows, reportOf } from '../src/formats/report'
import { piecesIn } from './pieces'

/** One file to report on, and how. `line` counts from 1; null: each seat the line that is its own. */
export type FileTask = {
  readonly file: string
  readonly seats: readonly SeatId[]
  readonly octave: OctaveChoice
  readonly line: number | null
  readonly klass: ClassSettings
  readonly as: 'json' | 'csv' | 'read' | 'keys'
}
/** What goes to the standard output and to the standard error; `ok`: every piece in the file was mapped. */
export type Reported = { readonly ok: boolean; readonly out: string; readonly errors: string }

/** A report of every piece in a file, as it is printed; what cannot be read is told to `say`, and counts as missing. */
function reportsFor({ file, seats, octave, line, klass, as }: FileTask, say: (text: string) => void): string[] | null {
  const { found, all } = piecesIn(file, say)
  const reports: string[] = []
  for (const { where, piece } of found) {
    if (line !== null && line > piece.lines.length) {
      say(`${where}: there is no line ${line}; it has ${piece.lines.length === 1 ? 'one' : piece.lines.length}`)
      continue
    }
    const players = seatsOf(klass)
    const plan: Plan = {
      ...emptyPlan(),
      octaves: everySeat(players, () => octave),
      lines: line === null ? {} : everySeat(players, () => line - 1),
    }
    if (as === 'keys') {
      reports.push(
        keysReportOf(piece, plan, { ...klass, seats: klass.seats.filter((s) => seats.includes(s.id)) })
          .map((k) => `${JSON.stringify(k)}\n`)
          .join(''),
      )
      continue
    }
    const octaves = octavesFor(piece, plan, klass)
    const maps = players.filter((s) => seats.includes(s.id)).map((seat) => seatMap(piece, plan, klass, seat, octaves[seat.id]))
    reports.push(printed(as, where, piece, maps, klass))
  }
  return all && reports.length === found.length ? reports : null
}

function printed(as: Exclude<FileTask['as'], 'keys'>, where: string, piece: Piece, maps: readonly SeatMap[], klass: ClassSettings): string {
  switch (as) {
    case 'csv':
      return csvRows(reportOf(where, piece, maps))
    case 'json':
      return `${JSON.stringify(reportOf(where, piece, maps))}\n`
    case 'read':
      return `${JSON.stringify(readReportOf(where, piece, maps, klass))}\n`
  }
}

const task = JSON.parse(readFileSync(0, 'utf8')) as FileTask
let errors = ''
const found = reportsFor(task, (text) => {
  errors += `${text}\n`
})
const out = (found ?? []).join('')
process.stdout.write(JSON.stringify({ ok: found !== null, out, errors } satisfies Reported))
