import { readFileSync } from 'node:fs'
import { Worker } from 'node:worker_threads'
import type { SeatMap } from '../src/core/fingering/map'
import type { Piece } from '../src/core/piece/piece'
import type { ClassSettings } from '../src/core/plan/class'
import { octavesFor, seatMap } from '../src/core/balance/ensemble'
import { emptyPlan, type OctaveChoice, type Plan } from '../src/core/plan/plan'
import { everySeat, seatsOf, type SeatId } from '../src/core/seats/seat'
import { readReportOf } from '../src/formats/readReport'
import { keysReportOf } from '../src/formats/keysReport'
import { drillReports, practisedPiece, warmupReports } from '../src/formats/drillReport'
import { LIMITS } from '../src/formats/limits'
import { csvRows, reportOf } from '../src/formats/report'
import type { DrillKind } from '../src/core/drills/drill'
import type { Stretch } from '../src/core/piece/stretch'
import { piecesIn } from './pieces'

/** One file to report on, and how. `line` counts from 1; null: each seat the line that is its own. */
export type FileTask = {
  readonly file: string
  readonly seats: readonly SeatId[]
  readonly octave: OctaveChoice
  readonly line: number | null
  readonly klass: ClassSettings
  readonly as: 'json' | 'csv' | 'read' | 'keys' | 'drills' | 'warmup'
  /** Of drills: their kinds (none: all), the measures as printed that they are for, and how long a warm-up may be. */
  readonly kinds?: readonly DrillKind[]
  readonly measures?: readonly [string, string]
  readonly minutes?: number
}
/** What goes to the standard output and to the standard error; `ok`: every piece in the file was mapped. */
export type Reported = { readonly ok: boolean; readonly out: string; readonly errors: string }

/** A report of every piece in a file, as it is printed; what cannot be read is told to `say`, and counts as missing. */
function reportsFor(
  { file, seats, octave, line, klass, as, kinds, measures, minutes }: FileTask,
  say: (text: string) => void,
): string[] | null {
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
    if (as === 'drills' || as === 'warmup') {
      const stretch = measures ? stretchOf(piece, measures) : null
      if (measures && !stretch) {
        say(
          `${where}: there are no measures ${measures.join('-')}; they are numbered as printed, from ${piece.lines[0].measures[0].number} to ${piece.lines[0].measures.at(-1)!.number}`,
        )
        continue
      }
      const c = practisedPiece(piece, plan, klass, stretch)
      const lines =
        as === 'drills' ? drillReports(where, c, klass, kinds?.length ? kinds : undefined) : warmupReports(where, c, klass, minutes ?? 8)
      reports.push(lines.map((x) => `${JSON.stringify(x)}\n`).join(''))
      continue
    }
    const octaves = octavesFor(piece, plan, klass)
    const maps = players.filter((s) => seats.includes(s.id)).map((seat) => seatMap(piece, plan, klass, seat, octaves[seat.id]))
    reports.push(printed(as, where, piece, maps, klass))
  }
  return all && reports.length === found.length ? reports : null
}

/** Measures by their printed numbers, first to last; null where there are none of these. */
function stretchOf(piece: Piece, [first, last]: readonly [string, string]): Stretch | null {
  const numbers = piece.lines[0].measures.map((m) => m.number)
  const [from, to] = [numbers.indexOf(first), numbers.lastIndexOf(last)]
  return from >= 0 && to >= from ? { from, to } : null
}

function printed(as: 'json' | 'csv' | 'read', where: string, piece: Piece, maps: readonly SeatMap[], klass: ClassSettings): string {
  switch (as) {
    case 'csv':
      return csvRows(reportOf(where, piece, maps))
    case 'json':
      return `${JSON.stringify(reportOf(where, piece, maps))}\n`
    case 'read':
      return `${JSON.stringify(readReportOf(where, piece, maps, klass))}\n`
  }
}

/** How often it is looked how long this process has worked, in milliseconds. */
const LOOKS = 200
// By the time of the processor and not of the clock: on a busy machine a good file takes longer, and costs no more. Looked
// at from a thread of its own, since this one is kept busy by the file.
new Worker(
  `setInterval(() => {
    const { user, system } = process.cpuUsage()
    if ((user + system) / 1000 > ${LIMITS.time}) process.kill(process.pid, 'SIGTERM')
  }, ${LOOKS})`,
  { eval: true },
).unref()

const task = JSON.parse(readFileSync(0, 'utf8')) as FileTask
let errors = ''
const found = reportsFor(task, (text) => {
  errors += `${text}\n`
})
const out = (found ?? []).join('')
process.stdout.write(JSON.stringify({ ok: found !== null, out, errors } satisfies Reported))
