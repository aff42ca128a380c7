import { FINGERS_DOWN, FOURTH, SHIFT_WHERE, STAY, type Policy } from '@/core/fingering/policy'
import { SEATS, type Seat } from '@/core/hands/instruments'
import { BASS_SCHOOLS } from '@/core/hands/schools'

/** A decision as the teacher reads it: its question, the seats it is about, its answers in order. */
export type Decision<K extends keyof Policy = keyof Policy> = {
  readonly key: K
  readonly title: string
  readonly seats: readonly Seat[]
  readonly answers: readonly { readonly value: Policy[K]; readonly says: string }[]
}

const decision = <K extends keyof Policy>(
  key: K,
  title: string,
  seats: readonly Seat[],
  answers: readonly (readonly [Policy[K], string])[],
): Decision<K> => ({
  key,
  title,
  seats,
  answers: answers.map(([value, says]) => ({ value, says })),
})

const said = <V extends string, K extends keyof Policy>(
  key: K,
  title: string,
  seats: readonly Seat[],
  values: readonly V[],
  says: Record<V, string>,
) =>
  decision(
    key,
    title,
    seats,
    values.map((v) => [v as unknown as Policy[K], says[v]] as const),
  )

/** Everything a teacher decides about how a class fingers. */
export const DECISIONS: readonly Decision[] = [
  said('fourth', 'Open string or 4', ['violin', 'viola'], FOURTH, {
    open: 'open wherever there is one',
    slurs: '4 where a crossing would break a slur',
    crossing: '4 wherever it saves a crossing',
    always: '4 wherever it can be',
  }),
  said('stay', 'High notes of a line', SEATS, STAY, {
    'first position': 'cross strings, stay in first position',
    string: 'stay on the string, go up it',
  }),
  said('shiftWhere', 'Where the hand shifts', SEATS, SHIFT_WHERE, {
    pauses: 'in rests and while open strings ring',
    'same finger': 'where one finger can lead',
    early: 'early: as the measure begins',
    late: 'late: on the last note that can wait',
  }),
  said('fingersDown', 'Fingers that do not sound', SEATS, FINGERS_DOWN, {
    blocks: 'lower fingers stay down (blocks)',
    independent: 'each finger alone',
  }),
  decision(
    'celloExtensions',
    'Cello hand',
    ['cello'],
    [
      [true, 'opens for an extension'],
      [false, 'shifts rather than opens'],
    ],
  ),
  said('bassSchool', 'Bass hand', ['bass'], BASS_SCHOOLS, {
    '1-2-4': '1-2-4: a whole step in the hand',
    '1-2-3-4': '1-2-3-4: a finger a half step',
  }),
  decision('harmonics', 'Octave harmonic', SEATS, [
    [false, 'not used'],
    [true, 'may be used at the middle of the string'],
  ]),
]

/** The answer of a policy to a decision, in words. */
export const sayAnswer = (d: Decision, value: Policy[keyof Policy]): string => d.answers.find((a) => a.value === value)?.says ?? ''
