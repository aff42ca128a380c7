import { parseArgs } from 'node:util'
import { STEP_IDS } from '../src/core/instruments/instrument'
import { dayNumber, daysBetween, LONGEST_PLAN, WEEKDAYS, withOtherDays } from '../src/core/plan/calendar'
import { easierKeys, easierPlan } from '../src/core/practice/easier'
import { atStep } from '../src/core/plan/class'
import { emptyPlan } from '../src/core/plan/plan'
import { practisedPiece } from '../src/formats/drillReport'
import { planReport } from '../src/formats/planReport'
import { classOf, piecesIn } from './pieces'

/** How many minutes a day a plan may have. */
const MINUTES = { least: 1, most: 240 } as const

const USAGE = `plan: what is practised on which day, one day a line; several files share one budget of minutes.
  npm run --silent plan -- FILE… --from 2026-03-02 --to 2026-03-27 --days ${WEEKDAYS.slice(0, 5).join(',')} --minutes N
      [--holiday 2026-03-09]… [--level ${STEP_IDS.join('|')}] [--class CLASS.json]`

function stop(text: string): never {
  process.stderr.write(`plan: ${text}\n${USAGE}\n`)
  process.exit(2)
}

function settings() {
  try {
    return parseArgs({
      allowPositionals: true,
      options: {
        from: { type: 'string' },
        to: { type: 'string' },
        days: { type: 'string', default: WEEKDAYS.slice(0, 5).join(',') },
        minutes: { type: 'string', default: '10' },
        holiday: { type: 'string', multiple: true, default: [] },
        level: { type: 'string' },
        class: { type: 'string' },
        help: { type: 'boolean', default: false },
      },
    })
  } catch (e) {
    return stop((e as Error).message)
  }
}

const { values, positionals } = settings()
if (values.help) {
  process.stdout.write(`${USAGE}\n`)
  process.exit(0)
}
if (positionals.length === 0) stop('name at least one file')
const day = (name: string, text: string | undefined): string =>
  text !== undefined && dayNumber(text) !== null
    ? text
    : stop(`--${name} ${text ?? 'is missing: it'} is no day of the calendar; write it as 2026-03-02`)
const [from, to] = [day('from', values.from), day('to', values.to)]
if (dayNumber(to)! < dayNumber(from)!) stop(`--to ${to} lies before --from ${from}`)
if (dayNumber(to)! - dayNumber(from)! > LONGEST_PLAN) stop(`from ${from} to ${to} is more than ${LONGEST_PLAN} days`)
const weekdays = values.days
  .split(',')
  .map((w) => WEEKDAYS.find((d) => d === w.trim()) ?? stop(`--days ${values.days}: "${w}" is none of ${WEEKDAYS.join(', ')}`))
const minutes = Number(values.minutes)
if (!(minutes >= MINUTES.least && minutes <= MINUTES.most))
  stop(`--minutes ${values.minutes} is not a number from ${MINUTES.least} to ${MINUTES.most}`)
const holidays = values.holiday.map((h) => day('holiday', h))
const own = classOf(values.class, stop)
const step = values.level === undefined ? null : (STEP_IDS.find((s) => s === values.level) ?? stop(`--level takes ${STEP_IDS.join(', ')}`))
const klass = step ? atStep(own, step) : own

let whole = true
const all = positionals.flatMap((file) => {
  const { found, all: every } = piecesIn(file, (text) => process.stderr.write(`${text}\n`))
  if (!every) whole = false
  return found.map(({ where, piece }) => {
    const c = practisedPiece(piece, emptyPlan(), klass)
    return { id: where, c, others: () => easierKeys(piece, emptyPlan(), klass, c) }
  })
})
if (all.length === 0) process.exit(2)
const ask = { days: daysBetween(from, to, weekdays, holidays), minutes, others: withOtherDays(from, to, weekdays, holidays) }
const { days, problem, spare } = planReport(all, ask)
for (const d of days) process.stdout.write(`${JSON.stringify(d)}\n`)
if (problem) process.stderr.write(`${problem}${ask.days.length ? ` ${easierPlan(all, ask).text}` : ''}\n`)
if (spare) process.stderr.write(`${spare}\n`)
process.exitCode = whole ? 0 : 2
