import { readFileSync } from 'node:fs'
import path from 'node:path'
import { parseArgs } from 'node:util'
import { FOURTH, policySchema } from '../src/core/fingering/policy'
import { mapSeat } from '../src/core/fingering/map'
import { SEATS, type Seat } from '../src/core/hands/instruments'
import { BASS_SCHOOLS } from '../src/core/hands/schools'
import { emptyPlan, type Plan } from '../src/core/seats/plan'
import { lineFor, octavesFor } from '../src/core/seats/ensemble'
import { csvHeader, csvRows, reportOf, type Report } from '../src/formats/report'
import { readFile } from '../src/formats/read'
import { sayProblem } from '../src/formats/reading'

const USAGE = `map: string, finger and position of every note, for each seat.
  npm run --silent map -- FILE… [--seat ${SEATS.join('|')}]… [--octave auto|N]
      [--bass-school ${BASS_SCHOOLS.join('|')}] [--fourth ${FOURTH.join('|')}] [--format json|csv]`

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
    const policy = policySchema.safeParse({ fourth: values.fourth, bassSchool: values['bass-school'] })
    if (!policy.success)
      stop(
        `map: ${policy.error.issues[0].path[0] === 'fourth' ? `--fourth takes ${FOURTH.join(', ')}` : `--bass-school takes ${BASS_SCHOOLS.join(', ')}`}`,
      )
    if (values.format !== 'json' && values.format !== 'csv') stop('map: --format takes json or csv')
    return {
      files: positionals,
      seats: seats.length ? SEATS.filter((s) => seats.includes(s)) : [...SEATS],
      octave,
      policy: policy.data!,
      csv: values.format === 'csv',
    } as const
  } catch (e) {
    return stop(`map: ${(e as Error).message}`)
  }
}

/** Reads one file, or says on stderr why not. */
function reportFor(file: string, set: ReturnType<typeof settings>): Report | null {
  let text: string
  try {
    text = readFileSync(file, 'utf8')
  } catch (e) {
    const { code } = e as NodeJS.ErrnoException
    process.stderr.write(
      `${file}: ${code === 'ENOENT' ? 'there is no such file' : code === 'EISDIR' ? 'this is a folder; name a file' : 'cannot be opened'}\n`,
    )
    return null
  }
  const reading = readFile(path.basename(file), text)
  if (!reading.ok) {
    for (const p of reading.problems) process.stderr.write(`${file}: ${sayProblem(p)}\n`)
    return null
  }
  for (const n of reading.notices) process.stderr.write(`${file}: note: ${n}\n`)
  const { octave, policy } = set
  const plan: Plan = { ...emptyPlan(), policy, octaves: { violin: octave, viola: octave, cello: octave, bass: octave } }
  const octaves = octavesFor(reading.piece, plan)
  const maps = set.seats.map((seat) => mapSeat(reading.piece, lineFor(reading.piece, plan, seat), seat, { octave: octaves[seat], policy }))
  return reportOf(file, reading.piece, maps)
}

const set = settings()
let failed = false
if (set.csv) process.stdout.write(csvHeader)
for (const file of set.files) {
  const report = reportFor(file, set)
  if (!report) failed = true
  else process.stdout.write(set.csv ? csvRows(report) : `${JSON.stringify(report)}\n`)
}
process.exitCode = failed ? 2 : 0
