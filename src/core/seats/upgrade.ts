import * as z from 'zod/mini'
import type { Instrument } from '../instruments/instrument'
import { learnedSchema, sameLearned, type Learned } from '../instruments/learned'
import { instrumentNamed, newSeat } from './seat'

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

const rowsSchema = z.array(z.looseObject({ instrument: z.string(), learned: z.unknown() }))

/**
 * What a seat has learned, if it stood at a step as that was made before: first position left itself for anything, and
 * viola had no III; third position forgot the opened hand. What was set by hand stays.
 */
function upgradedLearned(instrument: Instrument, stored: unknown): unknown {
  const learned = learnedSchema.safeParse(stored).data
  if (!learned) return stored
  const { 'first-position': first, 'third-position': third } = instrument.learned
  const before: readonly (readonly [Learned, Learned])[] = [
    [{ ...first, shifts: 'any' }, first],
    [{ ...first, shifts: 'any', positions: ['I'] }, first],
    [{ ...third, extensions: [] }, third],
  ]
  return before.find(([old]) => sameLearned(old, learned))?.[1] ?? stored
}

/** A class of which only what each of its four seats had learned was stored, as a list of seats. */
export function upgradedClass(value: unknown): unknown {
  const klass = read(value)
  if (!klass) return value
  const { level, ...others } = klass
  const learned = 'seats' in klass ? null : read(level)
  const rows = rowsSchema.safeParse(klass.seats)
  return {
    ...others,
    ...(rows.success
      ? { seats: rows.data.map((row) => ({ ...row, learned: upgradedLearned(instrumentNamed(row.instrument), row.learned) })) }
      : {}),
    ...('policy' in klass ? { policy: upgradedPolicy(klass.policy) } : {}),
    ...(learned
      ? {
          seats: Object.entries(learned).map(([id, of]) => ({
            ...newSeat(instrumentNamed(id), 'first-position', id),
            learned: upgradedLearned(instrumentNamed(id), of),
          })),
        }
      : {}),
  }
}
