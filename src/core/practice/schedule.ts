import { feltBeat } from '../piece/headline'
import { measureTicks, QUARTER } from '../music/time'
import { USUAL_TEMPO } from '../performance/tempo'
import type { Practised } from '../drills/practised'
import { sayMeasure, sayStretch } from '../piece/address'
import { PLAN_BOUNDS } from '../plan/record'
import { chunksOf, runPartsOf, type Cut } from './chunks'
import { courseOf, goesWell, leastMinutes, leftOf, nextDay, type Course } from './course'
import type { DayPlan, Learning, Left, PlanAsk, PlanDay, PlanHelp, PlanProblem } from './dayPlan'
import { toTenth } from './effort'

/** A piece made ready to be planned; `others`: what it may prepare. */
export function learningOf(id: string, c: Practised, cut: Cut = {}, prepares: readonly string[] = []): Learning {
  const tempo = c.piece.tempo ?? USUAL_TEMPO
  const chunks = chunksOf(c, cut)
  const seconds = c.measures.map((m) => ((measureTicks(m.meter) / QUARTER) * 60) / tempo)
  const { line } = c.players[0].map
  return {
    id,
    title: c.piece.title,
    chunks,
    parts: MOST_PARTS.map((n) => runPartsOf(c, chunks, seconds, n)),
    until: (to) => (to === 0 ? sayMeasure(line, 0) : sayStretch(line, 0, to)),
    seconds,
    tempo,
    beat: feltBeat(c.piece.meter),
    prepares,
  }
}

/** In how many parts a piece may be run through. */
const MOST_PARTS = [2, 3, 4] as const

/**
 * A plan day by day, over several pieces in one budget of minutes: what slipped first, then what is new, the hardest places
 * early, a piece that prepares another before it, then what joins what is known and what is due again. Every day has about
 * the same length: the least of which all fits, and time that is left in it goes to what is known. From the last third on the
 * pieces are run through, on the last day nothing is met for the first time. The same is always planned; what was recorded
 * and what the teacher has moved stands, and the rest goes around it.
 */
export function planDays(ask: PlanAsk): DayPlan {
  if (ask.days.length === 0) return { days: [], left: [], problem: { kind: 'no day' }, spare: null }
  const { days, course } = schedule(ask)
  const left = leftOf(course)
  if (left.length === 0) return { days, left, problem: null, spare: spareOf(ask, course) }
  return { days, left, problem: problemOf(ask, left), spare: null }
}

/** Minutes a day that are tried where not all fits, beside those that there are. */
const TRIED = [1.1, 1.25, 1.5, 1.75, 2, 2.5, 3, 4] as const

/** What is left of what is asked when the days are over. */
export const leftIn = (ask: PlanAsk): readonly Left[] => leftOf(schedule(ask).course)
const allFits = (ask: PlanAsk): boolean => ask.days.length > 0 && leftIn(ask).length === 0

/** What would help, each way tried: more minutes, another day, without one of the pieces; of a single piece no more than its beginning. */
function problemOf(ask: PlanAsk, left: readonly Left[]): PlanProblem {
  const { learnings, minutes, days, others = [] } = ask
  const more = TRIED.map((f) => Math.ceil(minutes * f)).find((m) => m > minutes && m <= PLAN_BOUNDS.most && allFits({ ...ask, minutes: m }))
  const other = others.find((o) => allFits({ ...ask, days: o.days }))
  const without = learnings.filter((l) => learnings.length > 1 && allFits({ ...ask, learnings: learnings.filter((x) => x !== l) }))
  const less = learnings.length === 1 ? lessOf(ask, learnings[0]) : null
  const helps: PlanHelp[] = [
    ...(more === undefined ? [] : [{ kind: 'minutes', minutes: more } as const]),
    ...(other ? [{ kind: 'weekday', weekdays: other.weekdays } as const] : []),
    ...without.map((l) => ({ kind: 'without', piece: l.title }) as const),
    ...(less ? [less] : []),
  ]
  const tried = {
    minutes: Math.min(PLAN_BOUNDS.most, Math.ceil(minutes * TRIED.at(-1)!)),
    days: others.length > 0,
    pieces: learnings.length > 1,
  }
  return { kind: 'left', left, days: days.length, minutes, helps, tried }
}

/** The longest beginning of a piece, to the end of a chunk, that fits by itself; null: none does. */
function lessOf(ask: PlanAsk, l: Learning): PlanHelp | null {
  const ends = [...new Set(l.chunks.flatMap((x) => (x.kind === 'chunk' ? [x.to] : [])))].sort((a, b) => b - a)
  for (const to of ends.slice(1)) {
    const chunks = l.chunks.filter((x) => x.kind !== 'whole' && x.to <= to)
    if (allFits({ ...ask, learnings: [{ ...l, chunks, parts: [] }] })) return { kind: 'less', piece: l.title, says: l.until(to) }
  }
  return null
}

/** The part of the minutes that there are below which what is needed is far less. */
const FAR_LESS = 0.4

/** Whether far less time would do than there is: whole minutes of which all fits, tried. */
function spareOf(ask: PlanAsk, { minutes }: Course): DayPlan['spare'] {
  for (let needs = Math.ceil(minutes); needs <= ask.minutes * FAR_LESS; needs++)
    if (allFits({ ...ask, minutes: needs })) return { needs, minutes: ask.minutes }
  return null
}

/** How near to the shortest days is near enough: a part of them. */
const NEAR = 0.08

/** The plan with the shortest days of which it goes well, found by halving; with all the minutes where it does of no less. */
function schedule(ask: PlanAsk): Made {
  let made = filledTo(ask, ask.minutes)
  let [short, long] = [toTenth(leastMinutes(courseOf(ask))), ask.minutes]
  if (!goesWell(made.course) || short >= long) return made
  const least = filledTo(ask, short)
  if (goesWell(least.course)) return least
  while (long > short * (1 + NEAR)) {
    const minutes = toTenth(Math.sqrt(short * long))
    if (minutes <= short || minutes >= long) break
    const next = filledTo(ask, minutes)
    if (goesWell(next.course)) [made, long] = [next, minutes]
    else short = minutes
  }
  return made
}

type Made = { readonly days: readonly PlanDay[]; readonly course: Course }

/** Every day after the one before it, with so many minutes at the most: what stands then, and what is planned. */
function filledTo(ask: PlanAsk, minutes: number): Made {
  const days: PlanDay[] = []
  let course = courseOf(ask, minutes)
  for (const _ of ask.days) {
    const [day, next] = nextDay(course)
    days.push(day)
    course = next
  }
  return { days, course }
}
