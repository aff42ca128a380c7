import { DOWNBEATS, FINGERS_DOWN, FOURTH, SHIFT_WHERE, STAY, type Policy } from '@/core/fingering/policy'
import { SCHOOLS, type Instrument, type OwnDecision } from '@/core/instruments/instrument'

/** A decision as the teacher reads it: its question and its answers in order. */
export type Decision<K extends keyof Policy = keyof Policy> = {
  readonly key: K
  readonly title: string
  readonly answers: readonly { readonly value: Policy[K]; readonly says: string }[]
}

/** The same before it is known whom it is asked about: some instruments only, or all (null). */
type Question<K extends keyof Policy = keyof Policy> = Omit<Decision<K>, 'title'> & {
  readonly own: OwnDecision | null
  readonly title: (instruments: string) => string
}

const question = <K extends keyof Policy>(
  key: K,
  own: OwnDecision | null,
  title: string | ((instruments: string) => string),
  answers: readonly (readonly [Policy[K], string])[],
): Question<K> => ({
  key,
  own,
  title: typeof title === 'string' ? () => title : title,
  answers: answers.map(([value, says]) => ({ value, says })),
})

/** The answers of a list of values, said one by one. */
const each = <V extends string>(values: readonly V[], says: Record<V, string>) => values.map((v) => [v, says[v]] as const)

const QUESTIONS: readonly Question[] = [
  question(
    'fourth',
    'fourth',
    'Open string or 4',
    each(FOURTH, {
      open: 'open whenever there is one',
      slurs: '4 where a crossing would break a slur',
      crossing: '4 wherever it saves a crossing',
      always: '4 whenever possible',
    }),
  ),
  question(
    'stay',
    null,
    'High notes of a line',
    each(STAY, {
      'first position': 'cross strings and stay in first position',
      string: 'stay on the string and shift up',
    }),
  ),
  question(
    'shiftWhere',
    null,
    'Where the hand shifts',
    each(SHIFT_WHERE, {
      pauses: 'in rests and while open strings ring',
      'same finger': 'where one finger can lead',
      early: 'early: at the start of the measure',
      late: 'late: on the last note that can wait',
    }),
  ),
  question(
    'fingersDown',
    null,
    'Fingers between notes',
    each(FINGERS_DOWN, {
      blocks: 'lower fingers kept down',
      visits: 'kept down, except for a single visit',
      independent: 'each finger alone',
    }),
  ),
  question('extensions', 'extensions', (instruments) => `${instruments} hand`, [
    [true, 'stretches'],
    [false, 'shifts instead of stretching'],
  ]),
  question(
    'school',
    'school',
    (instruments) => `${instruments} hand`,
    each(SCHOOLS, {
      '1-2-4': '1-2-4: a whole step in the hand',
      '1-2-3-4': '1-2-3-4: a finger a half step',
    }),
  ),
  question(
    'downbeats',
    null,
    'Downbeats',
    each(DOWNBEATS, {
      'as it comes': 'as they come',
      down: 'down-bow: mark where they come up',
    }),
  ),
  question('harmonics', null, 'Octave harmonic', [
    [false, 'not used'],
    [true, 'use it at the middle of the string'],
  ]),
]

/** Everything a teacher decides about how these seats finger. */
export function decisionsOf(seats: readonly { readonly instrument: Instrument }[]): Decision[] {
  return QUESTIONS.flatMap(({ own, title, ...q }) => {
    const asked = seats.filter((s) => own === null || s.instrument.decisions.includes(own))
    const names = [...new Set(asked.map((s) => s.instrument.name))]
    return asked.length ? [{ ...q, title: title(names.join(' and ')) }] : []
  })
}

/** The answer of a policy to a decision, in words. */
export const sayAnswer = (d: Decision, value: Policy[keyof Policy]): string => d.answers.find((a) => a.value === value)?.says ?? ''
