import { measureTicks, QUARTER } from '../music/time'
import { USUAL_TEMPO } from '../performance/tempo'
import type { Practised } from '../drills/practised'
import { chunksOf, type Cut } from './chunks'
import { courseOf, leftOf, nextDay } from './course'
import type { DayPlan, Learning, Left, PlanAsk, PlanDay, PlanProblem } from './dayPlan'

/** A piece made ready to be planned; `others`: what it may prepare. */
export function learningOf(id: string, c: Practised, cut: Cut = {}, prepares: readonly string[] = []): Learning {
  const tempo = c.piece.tempo ?? USUAL_TEMPO
  return {
    id,
    title: c.piece.title,
    chunks: chunksOf(c, cut),
    seconds: c.measures.map((m) => ((measureTicks(m.meter) / QUARTER) * 60) / tempo),
    tempo,
    prepares,
  }
}

/**
 * A plan day by day, over several pieces in one budget of minutes: what is due again first, then what joins what is known,
 * then what is new, the hardest places early, a piece that prepares another before it; run-throughs at the end. New work is
 * spread evenly over the days that there are for it. The same is always planned; what was recorded and what the teacher has
 * moved stands, and the rest goes around it.
 */
export function planDays(ask: PlanAsk): DayPlan {
  if (ask.days.length === 0) return { days: [], left: [], problem: { kind: 'no day' } }
  const made = schedule(ask)
  return { ...made, problem: made.left.length === 0 ? null : problemOf(ask, made.left) }
}

/** Minutes a day that are tried where not all fits, beside those that there are. */
const TRIED = [1.25, 1.5, 2, 3, 4] as const

function problemOf(ask: PlanAsk, left: readonly Left[]): PlanProblem {
  const { learnings, minutes, days } = ask
  const more = TRIED.map((f) => Math.ceil(minutes * f)).find((m) => schedule({ ...ask, minutes: m }).left.length === 0)
  const of = learnings.reduce((n, l) => n + l.chunks.filter((x) => x.kind === 'chunk').length, 0)
  return { kind: 'left', left, of, days: days.length, minutes, more: more ?? null }
}

/** Every day after the one before it: what stands then, and what is planned. */
function schedule(ask: PlanAsk): Omit<DayPlan, 'problem'> {
  const days: PlanDay[] = []
  let course = courseOf(ask)
  for (const _ of ask.days) {
    const [day, next] = nextDay(course)
    days.push(day)
    course = next
  }
  return { days, left: leftOf(course) }
}
