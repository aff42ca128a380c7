import * as z from 'zod/mini'
import { STEP_IDS, type Instrument, type StepId } from '../instruments/instrument'
import { readsAll, sameLearned, type Learned } from '../instruments/learned'
import { learnedSchema } from '../instruments/learned.schema'
import { STEPS_OF_TODAY } from './class'
import { instrumentNamed, newSeat } from '../seats/seat'

/*
 * What was stored by an earlier version, as it is written today. Nothing is checked here: that comes after.
 */

const object = z.record(z.string(), z.unknown())

/** The value's own object, or null. */
const read = (value: unknown): Record<string, unknown> | null => object.safeParse(value).data ?? null

/** How decisions were called before any instrument could have several schools of the hand or an opened hand. */
const RENAMED: Readonly<Record<string, string>> = { bassSchool: 'school', celloExtensions: 'extensions' }

function upgradedPolicy(value: unknown): unknown {
  const policy = read(value)
  return policy ? Object.fromEntries(Object.entries(policy).map(([key, v]) => [RENAMED[key] ?? key, v])) : value
}

/** A plan with what a seat has learned under its present name, and decisions under theirs. */
export function upgradedPlan(value: unknown): unknown {
  const plan = read(value)
  if (!plan) return value
  const { level, ...others } = plan
  const ofSeats = read(plan.seatPolicy)
  return {
    ...others,
    ...('level' in plan && !('learned' in plan) ? { learned: level } : {}),
    ...('policy' in plan ? { policy: upgradedPolicy(plan.policy) } : {}),
    ...(ofSeats ? { seatPolicy: Object.fromEntries(Object.entries(ofSeats).map(([seat, p]) => [seat, upgradedPolicy(p)])) } : {}),
  }
}

const rowsSchema = z.array(z.looseObject({ instrument: z.string(), learned: learnedSchema }))

/** What an instrument had learned at a step before: first position left itself for anything and viola had no III; third position forgot the opened hand. */
function before(instrument: Instrument, step: StepId): readonly Learned[] {
  const now = instrument.learned[step]
  if (step === 'third-position') return [{ ...now, extensions: [] }]
  return step !== 'first-position'
    ? []
    : [{ ...now, shifts: 'any' }, ...(instrument.byLetter ? [{ ...now, shifts: 'any' as const, positions: ['I'] }] : [])]
}

/** Since this making there are steps between, and nothing else is otherwise for who stood on a step: such a class keeps what it has. */
const ONLY_MORE_STEPS_SINCE = 3

/**
 * Seats that all stand at a step as an earlier making had it, at that step as it is made today; what was set by hand stays.
 * Before the third making nobody was asked what a class reads, before the second the steps themselves were others.
 */
function upgradedSeats(stored: unknown, making: unknown): unknown {
  const rows = rowsSchema.safeParse(stored).data
  if (!rows) return stored
  const stands = (id: StepId): boolean =>
    rows.every(({ instrument: name, learned }) => {
      const instrument = instrumentNamed(name)
      const then = making === 2 ? [instrument.learned[id]] : [...before(instrument, id), instrument.learned[id]]
      return then.some((old) => sameLearned(readsAll(old), readsAll(learned)))
    })
  const step = STEP_IDS.find(stands)
  return step ? rows.map((r) => ({ ...r, learned: instrumentNamed(r.instrument).learned[step] })) : rows
}

/** A class of which only what each of its four seats had learned was stored, as a list of seats. */
export function upgradedClass(value: unknown): unknown {
  const klass = read(value)
  if (!klass) return value
  const { level, ...others } = klass
  const learned = 'seats' in klass ? null : read(level)
  const seats = learned
    ? Object.entries(learned).map(([id, of]) => ({ ...newSeat(instrumentNamed(id), 'first-position', id), learned: of }))
    : klass.seats
  return {
    ...others,
    ...(seats === undefined
      ? {}
      : { seats: klass.steps === STEPS_OF_TODAY || klass.steps === ONLY_MORE_STEPS_SINCE ? seats : upgradedSeats(seats, klass.steps) }),
    steps: STEPS_OF_TODAY,
    ...('policy' in klass ? { policy: upgradedPolicy(klass.policy) } : {}),
  }
}
