import { spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { DEFAULT_POLICY, FINGERS_DOWN, FOURTH, SHIFT_WHERE, STAY, type Policy } from '../src/core/fingering/policy'
import { SEATS, type Seat } from '../src/core/hands/instruments'
import { PRESETS } from '../src/core/hands/presets'
import { BASS_SCHOOLS } from '../src/core/hands/schools'
import type { ClassSettings } from '../src/core/seats/class'
import { MOST_LINES } from '../src/core/piece/piece'
import { LIMITS } from '../src/formats/limits'
import { csvHeader } from '../src/formats/report'
import type { Mapped, MapTask } from './map-file'

/** `auto` is the default by cost: 4 where a crossing would break a slur. */
const FOURTH_NAMES = ['auto', ...FOURTH] as const

const USAGE = `map: string, finger and position of every note, for each seat.
  npm run --silent map -- FILE… [--seat ${SEATS.join('|')}]… [--octave auto|N] [--line N]
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
        line: { type: 'string' },
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
    const line =
      values.line === undefined
        ? null
        : /^\d+$/.test(values.line) && Number(values.line) >= 1 && Number(values.line) <= MOST_LINES
          ? Number(values.line)
          : stop(`map: --line ${values.line} is no line; count from 1`)
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
      line,
      klass: { policy, level, spots: {} } satisfies ClassSettings,
      csv: values.format === 'csv',
    } as const
  } catch (e) {
    return stop(`map: ${(e as Error).message}`)
  }
}

/** What a map of one file may weigh, in bytes. */
const MOST_OUTPUT = 512_000_000

/** Maps a file in a process of its own, for no longer than the limits allow. */
function mapped(task: MapTask): Mapped {
  const script = fileURLToPath(new URL('./map-file.ts', import.meta.url))
  const done = spawnSync(process.execPath, ['--import', 'tsx', script], {
    input: JSON.stringify(task),
    encoding: 'utf8',
    timeout: LIMITS.time,
    maxBuffer: MOST_OUTPUT,
  })
  if (done.status === 0) return JSON.parse(done.stdout) as Mapped
  const late = done.signal === 'SIGTERM' || (done.error as NodeJS.ErrnoException | undefined)?.code === 'ETIMEDOUT'
  const why = late ? `it took longer than ${LIMITS.time / 1000} seconds and was stopped` : 'it could not be mapped'
  return { ok: false, out: '', errors: `${task.file}: ${why}; split it by piece\n` }
}

const { files, ...set } = settings()
let failed = false
if (set.csv) process.stdout.write(csvHeader)
for (const file of files) {
  const { ok, out, errors } = mapped({ file, ...set })
  process.stderr.write(errors)
  process.stdout.write(out)
  if (!ok) failed = true
}
process.exitCode = failed ? 2 : 0
