import { COMBINATIONS, KEYS_TAUGHT, RHYTHMS, SIGNS } from './reads'
import type { Learned } from './learned.schema'

export type { Learned } from './learned.schema'

/** When a class may move its hand: not at all, only while a rest or an open string gives time, only for what first position has no room for, or anywhere. */
export const SHIFTS = ['none', 'pauses', 'needed', 'any'] as const
/** More strings than any bowed instrument of a class has. */
export const MOST_STRINGS = 8

/** Whether two seats have learned the same for the hand and of signs and keys; rhythms have a line of their own. */
export const sameButRhythms = (a: Learned, b: Learned): boolean => sameLearned({ ...a, rhythms: [] }, { ...b, rhythms: [] })

/** Whether two seats have learned the same, in whatever order their lists stand. */
export const sameLearned = (a: Learned, b: Learned): boolean => textOf(a) === textOf(b)

const textOf = (l: Learned): string =>
  JSON.stringify(
    [l.positions, l.strings, l.fingers, l.low, l.high, l.extensions, l.rhythms, l.signs, l.keys, l.combinations].map((list) =>
      [...list].sort(),
    ),
  ) +
  l.shifts +
  l.doubleStops +
  l.slurs

/** The same, with everything that can be read learned: what was stored before a class was asked what it reads. */
export const readsAll = (l: Learned): Learned => ({
  ...l,
  rhythms: [...RHYTHMS],
  signs: [...SIGNS],
  slurs: true,
  combinations: [...COMBINATIONS],
  keys: [...KEYS_TAUGHT],
})
