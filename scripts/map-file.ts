import { readFileSync } from 'node:fs'
import type { ClassSettings } from '../src/core/seats/class'
import { octavesFor, seatMap } from '../src/core/seats/ensemble'
import { emptyPlan, type OctaveChoice, type Plan } from '../src/core/seats/plan'
import { everySeat, seatsOf, type SeatId } from '../src/core/seats/seat'
import { csvRows, reportOf, type Report } from '../src/formats/report'
import { piecesIn } from './pieces'

/** One file to be mapped, and how. `line` counts from 1; null: each seat the line that is its own. */
export type MapTask = {
  readonly file: string
  readonly seats: readonly SeatId[]
  readonly octave: OctaveChoice
  readonly line: number | null
  readonly klass: ClassSettings
  readonly csv: boolean
}
/** What goes to the standard output and to the standard error; `ok`: every piece in the file was mapped. */
export type Mapped = { readonly ok: boolean; readonly out: string; readonly errors: string }

/** A report of every piece in a file; what cannot be read is told to `say`, and counts as missing. */
function reportsFor({ file, seats, octave, line, klass }: MapTask, say: (text: string) => void): Report[] | null {
  const { found, all } = piecesIn(file, say)
  const reports: Report[] = []
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
    const octaves = octavesFor(piece, plan, klass)
    reports.push(
      reportOf(
        where,
        piece,
        players.filter((s) => seats.includes(s.id)).map((seat) => seatMap(piece, plan, klass, seat, octaves[seat.id])),
      ),
    )
  }
  return all && reports.length === found.length ? reports : null
}

const task = JSON.parse(readFileSync(0, 'utf8')) as MapTask
let errors = ''
const found = reportsFor(task, (text) => {
  errors += `${text}\n`
})
const out = (found ?? []).map((r) => (task.csv ? csvRows(r) : `${JSON.stringify(r)}\n`)).join('')
process.stdout.write(JSON.stringify({ ok: found !== null, out, errors } satisfies Mapped))
