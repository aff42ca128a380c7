import { STEP_IDS, type StepId } from '../instruments/instrument'
import { count } from '../count'
import { capital, inSentence, sayList } from '../names'
import type { Student } from '../plan/student'
import type { ClassSettings } from '../plan/class'
import { seatsOf, type Seat } from '../seats/seat'
import type { Day } from '../plan/calendar'
import type { Learned } from '../instruments/learned'
import { COMBINATIONS, RHYTHMS, SIGNS } from '../instruments/reads'
import { opens, positionKey } from '../instruments/instrument'
import type { TaskToPass, Term, Tick } from '../plan/term'
import { knows } from './things'
import { sayLearnedThing } from '../plan/things'
import { type LearnedThing } from '../plan/things'

/** Every thing that an instrument's way has, in the order in which its kinds are asked. */
const allThings = ({ instrument }: Seat): LearnedThing[] => [
  ...instrument.strings.map((_, i): LearnedThing => `string:${i}`),
  ...[1, 2, 3, 4].map((f): LearnedThing => `finger:${f}`),
  // Where half steps choose the finger nothing is low or high; not every hand opens.
  ...(instrument.byLetter ? [1, 2, 3, 4].map((f): LearnedThing => `low:${f}`) : []),
  ...(instrument.byLetter ? [1, 2, 3].map((f): LearnedThing => `high:${f}`) : []),
  ...instrument.positions.map((p): LearnedThing => `position:${positionKey(p)}`),
  ...(opens(instrument) ? (['extension:back', 'extension:forward'] as const) : []),
  'shifts:needed',
  'chord:two',
  ...RHYTHMS.map((x): LearnedThing => `rhythm:${x}`),
  ...SIGNS.map((x): LearnedThing => `sign:${x}`),
  'slur:slur',
  ...COMBINATIONS.map((x): LearnedThing => `together:${x}`),
]

/** What a seat learns at a step of the way beyond the step before. */
export function thingsOfStep(seat: Seat, step: StepId): LearnedThing[] {
  const { learned } = seat.instrument
  const before: Learned | null = STEP_IDS.indexOf(step) > 0 ? learned[STEP_IDS[STEP_IDS.indexOf(step) - 1]] : null
  return allThings(seat).filter((t) => knows(learned[step], t) && !(before && knows(before, t)))
}

/** A task of a step in words, and whom it is for where that is not everybody. */
export type StepTask = Pick<TaskToPass, 'text' | 'seats'>

/** Tasks that a step brings, one a thing, each for the seats that learn it: "Finger 4 (violin and viola)". */
export function tasksOfStep(klass: ClassSettings, step: StepId): StepTask[] {
  const seats = seatsOf(klass)
  const who = new Map<string, Seat[]>()
  for (const seat of seats)
    for (const t of thingsOfStep(seat, step)) {
      const text = capital(sayLearnedThing(klass.talk, seat.instrument, t))
      who.set(text, [...(who.get(text) ?? []), seat])
    }
  return [...who].map(([text, of]) =>
    of.length === seats.length ? { text } : { text: `${text} (${sayList(of.map((s) => inSentence(s.name)))})`, seats: of.map((s) => s.id) },
  )
}

/** Whether a task is a student's: of their seat, or of everybody. */
export const isToPass = ({ seats }: Pick<TaskToPass, 'seats'>, { seat }: Pick<Student, 'seat'>): boolean => !seats || seats.includes(seat)

/** The tasks of a step with some more, each text once. */
export function withTasks(
  term: Term,
  step: StepId,
  more: readonly Pick<TaskToPass, 'id' | 'text' | 'piece' | 'seats'>[],
  most: number,
): Term {
  const has = (text: string, piece: string | null) => term.tasks.some((t) => t.step === step && t.text === text && t.piece === piece)
  const added = more.filter((m) => !has(m.text, m.piece)).map((m): TaskToPass => ({ ...m, step }))
  return { ...term, tasks: [...term.tasks, ...added].slice(0, most) }
}

/** Without a task, and who passed it. */
export const withoutTask = (term: Term, id: string): Term => ({
  ...term,
  tasks: term.tasks.filter((t) => t.id !== id),
  ticks: term.ticks.filter((t) => t.task !== id),
})

/** Ticks a task for a student on a day, or takes the tick back. */
export function ticked(term: Term, student: string, task: string, on: Day | null): Term {
  const others = term.ticks.filter((t) => t.student !== student || t.task !== task)
  return { ...term, ticks: on === null ? others : [...others, { student, task, on }] }
}

/** The tick of a student at a task, if there is one. */
export const tickOf = (ticks: readonly Tick[], student: string, task: string): Tick | null =>
  ticks.find((t) => t.student === student && t.task === task) ?? null

/** "3 of 8 tasks": of those that are a student's. */
export function sayPassed(student: Student, tasks: readonly TaskToPass[], ticks: readonly Tick[]): string {
  const own = tasks.filter((t) => isToPass(t, student))
  const n = own.filter((t) => tickOf(ticks, student.id, t.id)).length
  return own.length === 0 ? '' : `${n === own.length ? 'all' : n === 0 ? 'none' : n} of ${count(own.length, 'task')}`
}
