import { STEP_IDS, type Instrument, type StepId } from './instrument'
import { readsAll, sameButRhythms, type Learned } from './learned'
import { COMBINATIONS, KEYS_TAUGHT, RHYTHMS, SIGNS, type Rhythm } from './reads'

/** A step of the class's way, ready made; the teacher edits it from there. Common practice of string class courses. */
type Step = { readonly id: StepId; readonly name: string; readonly says: string }

const SAID: Record<StepId, Omit<Step, 'id'>> = {
  'first-finger': { name: 'Open strings and first finger', says: 'two strings, finger 1' },
  'three-fingers': { name: 'First finger pattern on two strings', says: 'the major start: 1 2 3' },
  'four-strings': { name: 'Four strings, two finger patterns', says: 'low 2, no fourth finger yet' },
  'fourth-finger': { name: 'Fourth finger', says: '4 in place of the next open string' },
  'high-and-low': { name: 'High 3 and low 1', says: 'the sharps and flats of first position' },
  'first-position': { name: 'First position', says: 'all fingers, two strings at once, III only when needed' },
  'third-position': { name: 'Third position', says: 'violin and viola without extensions' },
  'third-extended': { name: 'Third position, extensions', says: 'half to III, with stretches' },
  'fifth-position': { name: 'Fifth position', says: 'half to V' },
  'seventh-position': { name: 'Seventh position', says: 'half to VII' },
  'thumb-position': { name: 'Thumb position', says: 'the whole neck' },
}

/** From the first finger to the whole fingerboard. */
export const STEPS: readonly Step[] = STEP_IDS.map((id) => ({ id, ...SAID[id] }))

/** The steps that bring something to one at least of a class's instruments: without a cello nobody puts the thumb on the string. */
export const stepsFor = (instruments: readonly Pick<Instrument, 'learned'>[]): readonly Step[] =>
  STEPS.filter(({ id }, i) => i === 0 || instruments.some(({ learned }) => !sameLearned(learned[STEPS[i - 1].id], learned[id])))
const sameLearned = (a: Learned, b: Learned): boolean => sameButRhythms(a, b) && sameList(a.rhythms, b.rhythms)

/** What a step is, for the instruments of a class: what holds for all, then what each has for itself. */
export const sayStep = (step: Step, instruments: readonly Instrument[]): string =>
  [step.says, ...new Set(instruments.flatMap((i) => i.says[step.id] ?? []))].join(', ')

/** How many of {@link RHYTHMS} all seats read, from the first on; null where some have others, or not all the same. */
export function rhythmsTo(seats: readonly Pick<Seated, 'learned'>[]): number | null {
  const upTo = seats[0]?.learned.rhythms.length ?? 0
  const all = seats.every(({ learned: { rhythms } }) => rhythms.length === upTo && RHYTHMS.slice(0, upTo).every((r) => rhythms.includes(r)))
  return all ? upTo : null
}

/**
 * What a seat has learned when it is put on a step: the hand, signs and keys of the step. Rhythms have a line of their
 * own: they go along while they are those that are usual at the step where the seat stands, and stay once they were set.
 */
export function learnedAt({ instrument, learned }: Seated, step: StepId): Learned {
  const usual = instrument.learned[step]
  const here = stepOf([{ instrument, learned }])
  return here && sameList(instrument.learned[here.id].rhythms, learned.rhythms) ? usual : { ...usual, rhythms: learned.rhythms }
}
const sameList = (a: readonly string[], b: readonly string[]): boolean => a.length === b.length && a.every((x) => b.includes(x))

type Seated = { readonly instrument: Instrument; readonly learned: Learned }

/** The step at which all seats of a class stand, or null when one has been set by hand. */
export const stepOf = (seats: readonly Seated[]): Step | null =>
  STEPS.find((s) => seats.every(({ instrument, learned }) => sameButRhythms(instrument.learned[s.id], learned))) ?? null

/** What an instrument begins with and where its hand goes: the rest of the way is the same for all. */
type Way = {
  /** How many strings it has, the two that a class begins on, and the fingers of the major start on an open string. */
  readonly strings: number
  readonly start: readonly number[]
  readonly major: readonly number[]
  /** Fingers in use before the fourth finger of a letter hand is. */
  readonly fingers: readonly number[]
  /** The opened hand belongs to first position. */
  readonly opensFirst: boolean
  /** Keys of the positions at each step, where it has more than I: first position may borrow what it has no room for. */
  readonly fourth?: readonly string[]
  readonly highLow?: readonly string[]
  readonly first: readonly string[]
  readonly third: readonly string[]
  readonly extended: readonly string[]
  readonly fifth: readonly string[]
  readonly seventh: readonly string[]
  /** With the thumb on the string, where an instrument has that. */
  readonly thumb?: readonly string[]
}

const ALL_FINGERS = [1, 2, 3, 4]

type Reads = Pick<Learned, 'rhythms' | 'signs' | 'slurs' | 'keys' | 'combinations'>

/** What has been read at a step: rhythms up to one of them, so many signatures. Common practice. */
const reads = (has: {
  to: Rhythm | null
  keys: number
  signs?: readonly (typeof SIGNS)[number][]
  slurs?: boolean
  together?: number
}): Reads => ({
  rhythms: has.to === null ? [] : RHYTHMS.slice(0, RHYTHMS.indexOf(has.to) + 1),
  signs: [...(has.signs ?? [])],
  slurs: has.slurs ?? false,
  keys: KEYS_TAUGHT.slice(0, has.keys),
  combinations: COMBINATIONS.slice(0, has.together ?? 0),
})

/** What a seat of an instrument has learned at each step of the way. */
export function ladder(way: Way): Record<StepId, Learned> {
  const all = Array.from({ length: way.strings }, (_, i) => i)
  const copy = <T>(list: readonly T[]): T[] => [...list]
  const none: Learned = {
    positions: ['I'],
    strings: copy(way.start),
    fingers: [1],
    low: [],
    high: [],
    extensions: [],
    shifts: 'none',
    doubleStops: false,
    ...reads({ to: null, keys: 1 }),
  }
  const first: Learned = {
    positions: copy(way.first),
    strings: all,
    fingers: ALL_FINGERS,
    low: ALL_FINGERS,
    high: ALL_FINGERS,
    extensions: way.opensFirst ? ['back', 'forward'] : [],
    shifts: 'needed',
    doubleStops: true,
    ...reads({ to: 'sixteenths', keys: 5, signs: SIGNS, slurs: true, together: 3 }),
  }
  const four: Learned = {
    ...none,
    strings: all,
    fingers: copy(way.fingers),
    low: [2],
    ...reads({ to: 'dotted quarter', keys: 3, signs: ['natural', 'sharp'], slurs: true }),
  }
  // Where the hand opens in first position, it opens forward before it opens back.
  const fourth: Learned = {
    ...four,
    fingers: ALL_FINGERS,
    extensions: way.opensFirst ? ['forward'] : [],
    positions: copy(way.fourth ?? ['I']),
    shifts: way.fourth ? 'needed' : 'none',
    ...reads({ to: 'ties', keys: 3, signs: ['natural', 'sharp'], slurs: true, together: 1 }),
  }
  const highLow: Learned = {
    ...fourth,
    low: [1, 2],
    high: [3],
    extensions: first.extensions,
    positions: copy(way.highLow ?? fourth.positions),
    ...reads({ to: 'sixteenths', keys: 5, signs: SIGNS, slurs: true, together: 2 }),
  }
  const third: Learned = {
    ...first,
    positions: copy(way.third),
    shifts: 'any',
    ...reads({ to: 'sixteenths', keys: 6, signs: SIGNS, slurs: true, together: 3 }),
  }
  const whole = reads({ to: 'sixteenths', keys: 8, signs: SIGNS, slurs: true, together: 4 })
  const extended: Learned = { ...third, positions: copy(way.extended), extensions: ['back', 'forward'], ...whole }
  return {
    'first-finger': none,
    'three-fingers': { ...none, fingers: copy(way.major), ...reads({ to: 'eighths', keys: 2 }) },
    'four-strings': four,
    'fourth-finger': fourth,
    'high-and-low': highLow,
    'first-position': first,
    'third-position': third,
    'third-extended': extended,
    'fifth-position': {
      ...extended,
      positions: copy(way.fifth),
      ...reads({ to: 'sixteenths', keys: 9, signs: SIGNS, slurs: true, together: 4 }),
    },
    'seventh-position': { ...readsAll(extended), positions: copy(way.seventh) },
    'thumb-position': { ...readsAll(extended), positions: copy(way.thumb ?? way.seventh) },
  }
}
