import { randomUUID } from 'node:crypto'
import { practised, type Practised } from '../src/core/drills/practised'
import { dayNumber, dayOf, daysBetween, type Day, type Weekday } from '../src/core/plan/calendar'
import type { Aim, PlanSettings, PracticeRecord } from '../src/core/plan/record'
import { learningOf, planDays } from '../src/core/practice/schedule'
import type { Done } from '../src/core/practice/dayPlan'
import type { Piece } from '../src/core/piece/piece'
import { DEFAULT_CLASS } from '../src/core/plan/class'
import { ensembleMapper } from '../src/core/balance/ensemble'
import { emptyPlan } from '../src/core/plan/plan'
import { seatsOf } from '../src/core/seats/seat'

/** Days of the lessons of the made-up class, and how long it has practised when somebody looks at it first. */
const WEEKDAYS: readonly Weekday[] = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const [BEFORE, AFTER] = [14, 21]
const DAY_MS = 86_400_000

/** Every so many tasks of the made-up class slips: what a plan is for. */
const SLIPS_EVERY = 5
/** How the made-up cellist lands, in cents. */
const CELLO = [14, 22, 9, 27, 18, 20, 12, 25, 16, 19]
const BASS = ['sharp', 'true', 'flat', 'true'] as const

const mapped = (piece: Piece): Practised => practised(piece, seatsOf(DEFAULT_CLASS), ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS))

/** A plan that the made-up class has followed for two weeks, with made-up records; `today` is when the demonstration is made. */
export function demoPractice(
  pieces: readonly { readonly id: string; readonly piece: Piece }[],
  today: Day,
): { settings: PlanSettings; records: PracticeRecord[]; aims: Aim[] } {
  const now = dayNumber(today)!
  const settings: PlanSettings = {
    pieces: pieces.map((p) => p.id),
    from: dayOf(now - BEFORE),
    to: dayOf(now + AFTER),
    weekdays: [...WEEKDAYS],
    holidays: [],
    minutes: 10,
    seat: null,
    moved: {},
  }
  const learnings = pieces.map(({ id, piece }) => learningOf(id, mapped(piece)))
  const records: PracticeRecord[] = []
  const done: Done[] = []
  let count = 0
  // Every other day there was a lesson: what the plan then asked for was done, and now and then it slipped.
  const all = daysBetween(settings.from, settings.to, WEEKDAYS)
  const gone = all.filter((d) => d < today)
  const last = gone.length - 1 - ((gone.length - 1) % 2)
  for (const [i, day] of gone.entries()) {
    if (i % 2 === 1) continue
    const [first] = planDays({ learnings, days: all.slice(i), gone: i, minutes: settings.minutes, done }).days
    if (first?.date !== day) continue
    for (const [n, x] of first.items.entries()) {
      // In the last lesson something has slipped, whatever the count says.
      const slipped = ++count % SLIPS_EVERY === 0 || (i === last && n === 0)
      const r = { clean: slipped ? 1 : x.times, slips: slipped ? 2 : 0, tempo: x.tempo }
      done.push({ day, piece: x.piece, chunk: x.chunk, ...r })
      records.push({
        id: randomUUID(),
        piece: x.piece,
        what: 'chunk',
        target: x.chunk,
        seat: null,
        student: '',
        day,
        ...r,
        minutes: x.minutes,
        at: dayNumber(day)! * DAY_MS + 10 * 3_600_000 + count * 1000,
      })
    }
  }
  const [{ id: piece }] = pieces
  const yesterday = dayOf(now - 1)
  const at = (now - 1) * DAY_MS
  const shift = { piece, student: '', day: yesterday }
  const aims: Aim[] = [
    ...CELLO.map((cents, i): Aim => ({
      ...shift,
      id: randomUUID(),
      seat: 'cello',
      from: 'I',
      to: 'IV',
      string: 'A',
      up: true,
      finger: '',
      heard: 'sharp',
      cents,
      at: at + i,
    })),
    ...BASS.map((heard, i): Aim => ({
      ...shift,
      id: randomUUID(),
      seat: 'bass',
      from: 'I',
      to: 'III',
      string: 'G',
      up: true,
      finger: '',
      heard,
      cents: null,
      at: at + 100 + i,
    })),
  ]
  return { settings, records, aims }
}
