import { kindOf, thingValue, type LearnedThing } from '../plan/things'
import { FIRST, positionKey, STEP_IDS, taughtIn, type Instrument, type School } from '../instruments/instrument'
import type { Learned } from '../instruments/learned'
import { COMBINATIONS, KEYS_TAUGHT, RHYTHMS, SIGNS, type Rhythm } from '../instruments/reads'

const SHIFTS_TO: Readonly<Record<string, Learned['shifts']>> = { needed: 'needed', any: 'any' }

/** Adds to a list or takes from it, as it lies. */
const put = <T>(list: readonly T[], value: T | undefined, on: boolean): T[] =>
  value === undefined ? [...list] : on ? (list.includes(value) ? [...list] : [...list, value]) : list.filter((x) => x !== value)

/** What a seat has learned with a thing more, or less. Shifting is only ever learned: how far it was before is not kept here. */
function turned(learned: Learned, thing: LearnedThing, on: boolean): Learned {
  const value = thingValue(thing)
  const n = Number(value)
  switch (kindOf(thing)) {
    case 'string':
      return { ...learned, strings: put(learned.strings, n, on) }
    case 'finger':
      return { ...learned, fingers: put(learned.fingers, n, on) }
    case 'low':
      return { ...learned, low: put(learned.low, n, on) }
    case 'high':
      return { ...learned, high: put(learned.high, n, on) }
    case 'position':
      return { ...learned, positions: put(learned.positions, value, on) }
    case 'extension':
      return { ...learned, extensions: put(learned.extensions, value === 'back' ? 'back' : 'forward', on) }
    case 'shifts':
      // What is learned beyond it stays.
      return on && learned.shifts !== 'any' ? { ...learned, shifts: SHIFTS_TO[value] ?? learned.shifts } : learned
    case 'chord':
      return { ...learned, doubleStops: on }
    case 'rhythm':
      return {
        ...learned,
        rhythms: put(
          learned.rhythms,
          RHYTHMS.find((x) => x === value),
          on,
        ),
      }
    case 'sign':
      return {
        ...learned,
        signs: put(
          learned.signs,
          SIGNS.find((x) => x === value),
          on,
        ),
      }
    case 'slur':
      return { ...learned, slurs: on }
    case 'together':
      return {
        ...learned,
        combinations: put(
          learned.combinations,
          COMBINATIONS.find((x) => x === value),
          on,
        ),
      }
    case 'key':
      return { ...learned, keys: put(learned.keys, n, on) }
  }
}

/** What a seat has learned once it has met some things more. */
export const withThings = (learned: Learned, things: readonly LearnedThing[]): Learned =>
  things.reduce((l, t) => turned(l, t, true), learned)

/** What a seat had learned before it met some things; how far it shifted then must be told by who knows. */
export const withoutThings = (learned: Learned, things: readonly LearnedThing[]): Learned =>
  things.reduce((l, t) => turned(l, t, false), learned)

/** Fingers in the order in which an instrument's class learns them: step by step of its way, within a step from 1 up. */
const fingersTaught = ({ learned }: Pick<Instrument, 'learned'>): number[] => [
  ...new Set(STEP_IDS.flatMap((step) => learned[step].fingers)),
]

/** What a thing is built on: other things, all of which come before it. Common practice of string class courses. */
export function buildsOn(instrument: Instrument, school: School, thing: LearnedThing): LearnedThing[] {
  const value = thingValue(thing)
  const before = <T>(list: readonly T[], x: T): T | undefined => list[list.indexOf(x) - 1]
  switch (kindOf(thing)) {
    case 'finger': {
      const last = before(fingersTaught(instrument), Number(value))
      return last === undefined ? [] : [`finger:${last}`]
    }
    case 'low':
    case 'high':
      return [`finger:${value}`]
    case 'position': {
      // One after another as they are taught, its two shades being one: III before II on the bass, IV before V½. Half position waits for none.
      const keys = instrument.positions.map(positionKey)
      const name = (key: string) => key.split(' ').at(-1)
      const up = taughtIn(instrument, school).filter((key) => keys.indexOf(key) > FIRST)
      const last = up.slice(0, Math.max(0, up.indexOf(value))).findLast((key) => name(key) !== name(value))
      return last === undefined ? [] : [`position:${last}`]
    }
    case 'extension':
      // The half-step hands open forward before they open back; a letter hand stretches 4 and reaches 1 back.
      return value === 'forward' ? ['finger:4'] : instrument.byLetter ? ['finger:1'] : ['extension:forward']
    case 'rhythm':
      return RHYTHM_ON[RHYTHMS.find((x) => x === value) ?? 'whole'].map((x): LearnedThing => `rhythm:${x}`)
    case 'together':
      return TOGETHER_ON[value] ? [...TOGETHER_ON[value]] : []
    case 'key': {
      // Sharps and flats grow sign by sign, from the two sharps of the open D and A strings.
      const fifths = Number(value)
      return fifths === KEYS_TAUGHT[0] ? [] : [`key:${fifths < KEYS_TAUGHT[0] ? fifths + 1 : fifths - 1}`]
    }
    case 'string':
    case 'shifts':
    case 'chord':
    case 'sign':
    case 'slur':
      return []
  }
}

const RHYTHM_ON: Record<Rhythm, readonly Rhythm[]> = {
  whole: [],
  eighths: [],
  'dotted half': [],
  'dotted quarter': ['eighths'],
  ties: [],
  sixteenths: ['eighths'],
  triplets: ['eighths'],
  compound: ['eighths'],
  syncopation: ['eighths', 'ties'],
}

const TOGETHER_ON: Readonly<Record<string, readonly LearnedThing[]>> = {
  'slur across strings': ['slur:slur'],
  'fourth finger in a slur': ['slur:slur', 'finger:4'],
  'dotted across strings': ['rhythm:dotted quarter'],
  'shift in a slur': ['slur:slur'],
}

/** Whether a seat has learned a thing. */
export const knows = (learned: Learned, thing: LearnedThing): boolean =>
  kindOf(thing) === 'shifts'
    ? learned.shifts === 'any' || (thingValue(thing) === 'needed' && learned.shifts !== 'none')
    : JSON.stringify(turned(learned, thing, true)) === JSON.stringify(learned)
