import { randomUUID } from 'node:crypto'
import type { StepId } from '../src/core/instruments/instrument'
import type { Piece } from '../src/core/piece/piece'
import { dayNumber, dayOf, weekdayOf, type Day, type Weekday } from '../src/core/plan/calendar'
import type { ClassSettings } from '../src/core/plan/class'
import { emptyPlan } from '../src/core/plan/plan'
import { factsOf } from '../src/core/term/facts'
import { beginPiece } from '../src/core/term/ledger'
import { isToPass, tasksOfStep, ticked, withTasks } from '../src/core/term/passes'
import { TERM_BOUNDS } from '../src/core/plan/term'

/** Days between the pieces that the made-up class has begun, and how long ago the last was. */
const [APART, AGO] = [21, 9]
/** Tasks that it has to pass, and how often a made-up student has passed one. */
const [TASKS, EVERY] = [6, 3]

/** The day on which it meets, and the last such day up to one. */
const MEETS: Weekday = 'Tue'
const metBy = (n: number): Day => dayOf([0, 1, 2, 3, 4, 5, 6].map((back) => n - back).find((d) => weekdayOf(d) === MEETS)!)

/** A made-up class in the middle of its term: pieces that it has begun, the next from two weeks on, tasks that some have passed. */
export function demoTerm(
  klass: ClassSettings,
  begun: readonly { readonly id: string; readonly piece: Piece }[],
  step: StepId,
  today: Day,
): ClassSettings {
  const now = dayNumber(today)!
  const started = begun.reduce(
    (k, { id, piece }, i) => beginPiece(k, factsOf(id, piece, emptyPlan(), k), metBy(now - AGO - APART * (begun.length - 1 - i))),
    klass,
  )
  const tasks = tasksOfStep(started, step)
    .slice(0, TASKS)
    .map((t) => ({ ...t, id: randomUUID(), piece: null }))
  let term = withTasks(started.term, step, tasks, TERM_BOUNDS.tasks)
  started.students.forEach((s, i) =>
    term.tasks.forEach((t, j) => {
      if (isToPass(t, s) && (i * 2 + j) % EVERY === 0) term = ticked(term, s.id, t.id, metBy(now - ((i + j) % APART)))
    }),
  )
  return { ...started, term: { ...term, meets: [MEETS], path: { ...term.path, from: metBy(now + APART - AGO) } } }
}
