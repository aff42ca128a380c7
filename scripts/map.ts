import { readFileSync } from 'node:fs'
import path from 'node:path'
import { parseArgs } from 'node:util'
import { DEFAULT_POLICY, FINGERS_DOWN, FOURTH, SHIFT_WHERE, STAY, type Policy } from '../src/core/fingering/policy'
import { SEATS, type Seat } from '../src/core/hands/instruments'
import { PRESETS } from '../src/core/hands/presets'
import { BASS_SCHOOLS } from '../src/core/hands/schools'
import type { ClassSettings } from '../src/core/seats/class'
import { emptyPlan, type Plan } from '../src/core/seats/plan'
import { octavesFor, seatMap } from '../src/core/seats/ensemble'
import { linesOf, matchLines } from '../src/core/seats/lines'
import { csvHeader, csvRows, reportOf, type Report } from '../src/formats/report'
import { readFile } from '../src/formats/read'
import { sayProblem } from '../src/formats/reading'

/** `auto` is the default by cost: 4 where a crossing would break a slur. */
const FOURTH_NAMES = ['auto', ...FOURTH] as const

const USAGE = `map: string, finger and position of every note, for each seat.
  npm run --silent map -- FILE… [--seat ${SEATS.join('|')}]… [--octave auto|N]
      [--bass-school ${BASS_SCHOOLS.join('|')}] [--fourth ${FOURTH_NAMES.join('|')}] [--format json|csv]
      [--level ${PRESETS.map((p) => p.id).join('|')}]
      [--stay 'first position'|string] [--shift-where '${SHIFT_WHERE.join("'|'")}'] [--fingers-down ${FINGERS_DOWN.join('|')}]
      [--no-cello-extensions] [--harmonics]`

/** Ends with a message for the one who typed the command. */
function stop(text: string): never {
  process.stderr.write(`${text}\n${USAGE}\n`)
  process.exit(2)
}

function settings() {
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        seat: { type: 'string', multiple: true },
        octave: { type: 'string', default: 'auto' },
        'bass-school': { type: 'string', default: '1-2-4' },
        fourth: { type: 'string', default: 'auto' },
        format: { type: 'string', default: 'json' },
        level: { type: 'string', default: 'first-position' },
        stay: { type: 'string', default: DEFAULT_POLICY.stay },
        'shift-where': { type: 'string', default: DEFAULT_POLICY.shiftWhere },
        'fingers-down': { type: 'string', default: DEFAULT_POLICY.fingersDown },
        'no-cello-extensions': { type: 'boolean', default: false },
        harmonics: { type: 'boolean', default: false },
        help: { type: 'boolean', default: false },
      },
      // A negative octave looks like an option to the parser.
      args: process.argv
        .slice(2)
        .flatMap((a, i, all) => (all[i - 1] === '--octave' ? [] : a === '--octave' ? [`--octave=${all[i + 1] ?? ''}`] : [a])),
    })
    if (values.help) {
      process.stdout.write(`${USAGE}\n`)
      process.exit(0)
    }
    if (positionals.length === 0) stop('map: name at least one file')
    const seats = (values.seat ?? []).map(
      (s): Seat => SEATS.find((x) => x === s) ?? stop(`map: --seat ${s} is none of ${SEATS.join(', ')}`),
    )
    const octave =
      values.octave === 'auto'
        ? 'auto'
        : /^[+-]?[0-5]$/.test(values.octave)
          ? Number(values.octave)
          : stop(`map: --octave ${values.octave} is neither auto nor a whole number from -5 to 5`)
    const oneOf = <T extends string>(option: string, value: string, values: readonly T[]): T =>
      values.find((v) => v === value) ?? stop(`map: --${option} takes ${values.join(', ')}`)
    const fourth = oneOf('fourth', values.fourth, FOURTH_NAMES)
    const policy: Policy = {
      fourth: fourth === 'auto' ? DEFAULT_POLICY.fourth : fourth,
      bassSchool: oneOf('bass-school', values['bass-school'], BASS_SCHOOLS),
      stay: oneOf('stay', values.stay, STAY),
      shiftWhere: oneOf('shift-where', values['shift-where'], SHIFT_WHERE),
      fingersDown: oneOf('fingers-down', values['fingers-down'], FINGERS_DOWN),
      celloExtensions: !values['no-cello-extensions'],
      harmonics: values.harmonics,
    }
    const { level } = PRESETS.find((p) => p.id === values.level) ?? stop(`map: --level takes ${PRESETS.map((p) => p.id).join(', ')}`)
    if (values.format !== 'json' && values.format !== 'csv') stop('map: --format takes json or csv')
    return {
      files: positionals,
      seats: seats.length ? SEATS.filter((s) => seats.includes(s)) : [...SEATS],
      octave,
      klass: { policy, level, spots: {} } satisfies ClassSettings,
      csv: values.format === 'csv',
    } as const
  } catch (e) {
    return stop(`map: ${(e as Error).message}`)
  }
}

/** Reads one file, or says on stderr why not. */
/** A report of every piece in a file, or null when one of them could not be read. */
function reportsFor(file: string, set: ReturnType<typeof settings>): Report[] | null {
  let bytes: Uint8Array
  try {
    bytes = readFileSync(file)
  } catch (e) {
    const { code } = e as NodeJS.ErrnoException
    process.stderr.write(
      `${file}: ${code === 'ENOENT' ? 'there is no such file' : code === 'EISDIR' ? 'this is a folder; name a file' : 'cannot be opened'}\n`,
    )
    return null
  }
  const items = readFile(path.basename(file), bytes)
  const { octave, klass } = set
  const reports: Report[] = []
  for (const { name, reading } of items) {
    const where = items.length > 1 ? path.join(path.dirname(file), name) : file
    if (!reading.ok) {
      for (const p of reading.problems) process.stderr.write(`${where}: ${sayProblem(p)}\n`)
      continue
    }
    const long = reading.misfits.filter((m) => m.long)
    for (const m of long) process.stderr.write(`${where}: ${sayProblem(m)}\n`)
    // On the desk such a measure can be put right; a map of it would be taken for whole.
    if (long.length) continue
    for (const n of [...reading.notices, ...reading.misfits.map(sayProblem)]) process.stderr.write(`${where}: note: ${n}\n`)
    const { piece } = reading
    const plan: Plan = {
      ...emptyPlan(),
      octaves: { violin: octave, viola: octave, cello: octave, bass: octave },
      lines: linesOf(matchLines(piece)),
    }
    const octaves = octavesFor(piece, plan, klass)
    const maps = set.seats.map((seat) => seatMap(piece, plan, klass, seat, octaves[seat]))
    reports.push(reportOf(where, piece, maps))
  }
  return reports.length === items.length ? reports : null
}

const set = settings()
let failed = false
if (set.csv) process.stdout.write(csvHeader)
for (const file of set.files) {
  const reports = reportsFor(file, set)
  if (!reports) failed = true
  for (const report of reports ?? []) process.stdout.write(set.csv ? csvRows(report) : `${JSON.stringify(report)}\n`)
}
process.exitCode = failed ? 2 : 0
