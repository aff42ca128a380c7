import { readFileSync, statSync } from 'node:fs'
import path from 'node:path'
import type { ClassSettings } from '../src/core/seats/class'
import { octavesFor, seatMap } from '../src/core/seats/ensemble'
import { emptyPlan, type OctaveChoice, type Plan } from '../src/core/seats/plan'
import { everySeat, seatsOf, type SeatId } from '../src/core/seats/seat'
import { LIMITS, megabytes } from '../src/formats/limits'
import { readFile } from '../src/formats/read'
import { sayProblem } from '../src/formats/reading'
import { csvRows, reportOf, type Report } from '../src/formats/report'

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
  let bytes: Uint8Array
  try {
    const { size } = statSync(file)
    // Not even opened: it would be held in memory.
    if (size > LIMITS.file) {
      say(`${file}: the file is too large (${megabytes(size)}; up to ${megabytes(LIMITS.file)}); split it by piece`)
      return null
    }
    bytes = readFileSync(file)
  } catch (e) {
    const { code } = e as NodeJS.ErrnoException
    say(
      `${file}: ${code === 'ENOENT' ? 'there is no such file' : code === 'EISDIR' ? 'this is a folder; name a file' : 'cannot be opened'}`,
    )
    return null
  }
  const items = readFile(path.basename(file), bytes)
  const reports: Report[] = []
  for (const { name, reading } of items) {
    const where = items.length > 1 ? path.join(path.dirname(file), name) : file
    if (!reading.ok) {
      for (const p of reading.problems) say(`${where}: ${sayProblem(p)}`)
      continue
    }
    const long = reading.misfits.filter((m) => m.long)
    for (const m of long) say(`${where}: ${sayProblem(m)}`)
    // On the desk such a measure can be put right; a map of it would be taken for whole.
    if (long.length) continue
    for (const n of [...reading.notices, ...reading.misfits.map(sayProblem)]) say(`${where}: note: ${n}`)
    const { piece } = reading
    if (line !== null && line > piece.lines.length) {
      say(`${where}: there is no line ${line}; it has ${piece.lines.length === 1 ? 'one' : piece.lines.length}`)
      continue
    }
    const all = seatsOf(klass)
    const plan: Plan = {
      ...emptyPlan(),
      octaves: everySeat(all, () => octave),
      lines: line === null ? {} : everySeat(all, () => line - 1),
    }
    const octaves = octavesFor(piece, plan, klass)
    reports.push(
      reportOf(
        where,
        piece,
        all.filter((s) => seats.includes(s.id)).map((seat) => seatMap(piece, plan, klass, seat, octaves[seat.id])),
      ),
    )
  }
  return reports.length === items.length ? reports : null
}

const task = JSON.parse(readFileSync(0, 'utf8')) as MapTask
let errors = ''
const found = reportsFor(task, (text) => {
  errors += `${text}\n`
})
const out = (found ?? []).map((r) => (task.csv ? csvRows(r) : `${JSON.stringify(r)}\n`)).join('')
process.stdout.write(JSON.stringify({ ok: found !== null, out, errors } satisfies Mapped))
