import { spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'
import { parseArgs } from 'node:util'
import { DEFAULT_POLICY, FINGERS_DOWN, FOURTH, SHIFT_WHERE, STAY, type Policy } from '../src/core/fingering/policy'
import { DRILL_KINDS } from '../src/core/drills/drill'
import { WARMUP_BOUNDS } from '../src/core/plan/settled'
import { WARMUP_MINUTES } from '../src/core/practice/warmup'
import { SCHOOLS, STEP_IDS } from '../src/core/instruments/instrument'
import { atStep, DEFAULT_CLASS } from '../src/core/plan/class'
import { MOST_LINES } from '../src/core/piece/piece'
import { LIMITS } from '../src/formats/limits'
import { csvHeader } from '../src/formats/report'
import type { FileTask, Reported } from './report-file'
import { classOf } from './pieces'

/** `auto` is the default by cost: 4 where a crossing would break a slur. */
const FOURTH_NAMES = ['auto', ...FOURTH] as const

/** What a command prints of each file. */
export type Printed = 'map' | 'read' | 'keys' | 'drills' | 'warmup'

const SAYS: Record<Printed, string> = {
  map: 'string, finger and position of every note, for each seat',
  read: 'what trips whom, what is called, how the piece is built and how evenly it loads the seats',
  keys: 'every usual key with its best octaves, ranked, one a line',
  drills: 'what can be practised out of a piece, one drill a line, with what every seat plays in it',
  warmup: 'the drills that take most load off in so many minutes, in order, then what they come to',
}

/** Options that only one command takes. */
const OWN: Partial<Record<Printed, string>> = {
  drills: `\n      [--kind '${DRILL_KINDS.join("'|'")}']… [--measures 5-6]`,
  warmup: ` [--minutes ${WARMUP_MINUTES.join('|')}|N]`,
}

const usageOf = (command: Printed): string => `${command}: ${SAYS[command]}.
  npm run --silent ${command} -- FILE… [--class CLASS.json] [--seat ${DEFAULT_CLASS.seats.map((s) => s.id).join('|')}]… [--octave auto|N] [--line N]
      [--bass-school ${SCHOOLS.join('|')}] [--fourth ${FOURTH_NAMES.join('|')}]${command === 'map' ? ' [--format json|csv]' : ''}${OWN[command] ?? ''}
      [--level ${STEP_IDS.join('|')}]
      [--stay 'first position'|string] [--shift-where '${SHIFT_WHERE.join("'|'")}'] [--fingers-down ${FINGERS_DOWN.join('|')}]
      [--no-cello-extensions] [--harmonics]`

type Settings = Omit<FileTask, 'file'> & { readonly files: readonly string[] }

/** What was typed after a command; ends with a message where that cannot be. */
function settings(command: Printed): Settings {
  const usage = usageOf(command)
  const stop = (text: string): never => {
    process.stderr.write(`${text}\n${usage}\n`)
    process.exit(2)
  }
  try {
    const { values, positionals } = parseArgs({
      allowPositionals: true,
      options: {
        class: { type: 'string' },
        seat: { type: 'string', multiple: true },
        octave: { type: 'string', default: 'auto' },
        line: { type: 'string' },
        'bass-school': { type: 'string' },
        fourth: { type: 'string' },
        format: { type: 'string', default: 'json' },
        level: { type: 'string' },
        stay: { type: 'string' },
        'shift-where': { type: 'string' },
        'fingers-down': { type: 'string' },
        'no-cello-extensions': { type: 'boolean', default: false },
        harmonics: { type: 'boolean', default: false },
        help: { type: 'boolean', default: false },
        ...(command === 'drills' ? ({ kind: { type: 'string', multiple: true }, measures: { type: 'string' } } as const) : {}),
        ...(command === 'warmup' ? ({ minutes: { type: 'string' } } as const) : {}),
      },
      // A negative octave looks like an option to the parser.
      args: process.argv
        .slice(2)
        .flatMap((a, i, all) => (all[i - 1] === '--octave' ? [] : a === '--octave' ? [`--octave=${all[i + 1] ?? ''}`] : [a])),
    })
    if (values.help) {
      process.stdout.write(`${usage}\n`)
      process.exit(0)
    }
    if (positionals.length === 0) stop(`${command}: name at least one file`)
    const own = classOf(values.class, (text) => stop(`${command}: ${text}`))
    const ids = own.seats.map((s) => s.id)
    const seats = (values.seat ?? []).map((s) => ids.find((x) => x === s) ?? stop(`${command}: --seat ${s} is none of ${ids.join(', ')}`))
    const octave =
      values.octave === 'auto'
        ? 'auto'
        : /^[+-]?[0-5]$/.test(values.octave)
          ? Number(values.octave)
          : stop(`${command}: --octave ${values.octave} is neither auto nor a whole number from -5 to 5`)
    const line =
      values.line === undefined
        ? null
        : /^\d+$/.test(values.line) && Number(values.line) >= 1 && Number(values.line) <= MOST_LINES
          ? Number(values.line)
          : stop(`${command}: --line ${values.line} is no line; count from 1`)
    const oneOf = <T extends string>(option: string, value: string, values: readonly T[]): T =>
      values.find((v) => v === value) ?? stop(`${command}: --${option} takes ${values.join(', ')}`)
    /** What an option says, else what the class has. */
    const said = <T extends string>(
      option: 'fourth' | 'bass-school' | 'stay' | 'shift-where' | 'fingers-down',
      known: readonly T[],
      else_: T,
    ): T => {
      const value = values[option]
      return value === undefined ? else_ : oneOf(option, value, known)
    }
    const fourth = said('fourth', FOURTH_NAMES, own.policy.fourth)
    const policy: Policy = {
      fourth: fourth === 'auto' ? DEFAULT_POLICY.fourth : fourth,
      school: said('bass-school', SCHOOLS, own.policy.school),
      stay: said('stay', STAY, own.policy.stay),
      shiftWhere: said('shift-where', SHIFT_WHERE, own.policy.shiftWhere),
      fingersDown: said('fingers-down', FINGERS_DOWN, own.policy.fingersDown),
      extensions: own.policy.extensions && !values['no-cello-extensions'],
      harmonics: own.policy.harmonics || values.harmonics,
      downbeats: own.policy.downbeats,
    }
    const step = values.level === undefined ? null : oneOf('level', values.level, STEP_IDS)
    if (command !== 'map' && values.format !== 'json') stop(`${command}: --format takes json`)
    if (values.format !== 'json' && values.format !== 'csv') stop('map: --format takes json or csv')
    const kinds = ([values.kind ?? []].flat() as string[]).map((k) => oneOf('kind', k, DRILL_KINDS))
    const measures = typeof values.measures === 'string' ? /^([^-\s]+)(?:-([^-\s]+))?$/.exec(values.measures) : null
    if (typeof values.measures === 'string' && !measures) stop(`${command}: --measures ${values.measures} names no measures; 5-6, or 5`)
    const minutes = typeof values.minutes === 'string' ? Number(values.minutes) : undefined
    if (minutes !== undefined && !(minutes >= WARMUP_BOUNDS.least && minutes <= WARMUP_BOUNDS.most))
      stop(`${command}: --minutes ${String(values.minutes)} is not a number from ${WARMUP_BOUNDS.least} to ${WARMUP_BOUNDS.most}`)
    return {
      files: positionals,
      seats: seats.length ? ids.filter((s) => seats.includes(s)) : ids,
      octave,
      line,
      klass: { ...(step ? atStep(own, step) : own), policy },
      as: command !== 'map' ? command : values.format === 'csv' ? 'csv' : 'json',
      kinds,
      ...(measures ? { measures: [measures[1], measures[2] ?? measures[1]] as const } : {}),
      ...(minutes === undefined ? {} : { minutes }),
    }
  } catch (e) {
    return stop(`${command}: ${(e as Error).message}`)
  }
}

/** What a report of one file may weigh, in bytes. */
const MOST_OUTPUT = 512_000_000

/** How long a process may stand still beside what it may work, in milliseconds: on a busy machine it waits more than it works. */
const STANDS = 20 * LIMITS.time

/** Reports on a file in a process of its own, which ends itself when it has worked for as long as the limits allow. */
function reported(task: FileTask): Reported {
  // Bundled, it stands beside this file; else it is read as it is written.
  const source = import.meta.url.endsWith('.ts')
  const script = fileURLToPath(new URL(source ? './report-file.ts' : './report-file.mjs', import.meta.url))
  const done = spawnSync(process.execPath, [...(source ? ['--import', 'tsx'] : []), script], {
    input: JSON.stringify(task),
    encoding: 'utf8',
    timeout: STANDS,
    maxBuffer: MOST_OUTPUT,
  })
  if (done.status === 0) return JSON.parse(done.stdout) as Reported
  const late = done.signal === 'SIGTERM' || (done.error as NodeJS.ErrnoException | undefined)?.code === 'ETIMEDOUT'
  const why = late ? 'This took too long, so we stopped. Try a shorter passage.' : 'it could not be mapped; split it by piece'
  return { ok: false, out: '', errors: `${task.file}: ${why}\n` }
}

/** Runs a command over the files that were named. */
export function run(command: Printed): void {
  const { files, ...set } = settings(command)
  let failed = false
  if (set.as === 'csv') process.stdout.write(csvHeader)
  for (const file of files) {
    const { ok, out, errors } = reported({ file, ...set })
    process.stderr.write(errors)
    process.stdout.write(out)
    if (!ok) failed = true
  }
  process.exitCode = failed ? 2 : 0
}
