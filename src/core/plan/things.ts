import { type Instrument, namePosition } from '../instruments/instrument'
import { RHYTHMS, type Rhythm } from '../instruments/reads'
import { plainNote, sayKey } from '../music/noteName'
import { sayShaded } from '../words/en/hands'
import type { Talk } from './talk'

/** What kinds of things a class learns on its way: those of the hand, then those of the eye. */
export const THING_KINDS = [
  'string',
  'finger',
  'low',
  'high',
  'position',
  'extension',
  'shifts',
  'chord',
  'rhythm',
  'sign',
  'slur',
  'together',
  'key',
] as const

export type ThingKind = (typeof THING_KINDS)[number]

/** One thing of a seat's way, as it is stored: its kind, and which of them: "finger:4", "position:III", "key:-1". */
export type LearnedThing = `${ThingKind}:${string}`

export const kindOf = (thing: LearnedThing): ThingKind => thing.slice(0, thing.indexOf(':')) as ThingKind

/** Which one of its kind a thing is: "4" of "finger:4". */
export const thingValue = (thing: LearnedThing): string => thing.slice(thing.indexOf(':') + 1)

/** How a class calls notes and fingers, as far as a thing names them. */
type ThingTalk = Pick<Talk, 'names' | 'low'>

/** The same in a list, without its article: "E string". */
export const bareThing = (talk: ThingTalk, instrument: Pick<Instrument, 'strings' | 'byLetter'>, thing: LearnedThing): string =>
  sayLearnedThing(talk, instrument, thing).replace(/^the /, '')

/** In the order of the kinds, and as they are written within one. */
export const thingsInOrder = (things: readonly LearnedThing[]): LearnedThing[] =>
  [...things].sort((a, b) => THING_KINDS.indexOf(kindOf(a)) - THING_KINDS.indexOf(kindOf(b)) || (a < b ? -1 : 1))

const RHYTHM_SAYS: Record<Rhythm, string> = {
  whole: 'whole notes',
  eighths: 'eighth notes',
  'dotted half': 'dotted half notes',
  'dotted quarter': 'dotted quarter notes',
  ties: 'ties',
  sixteenths: 'sixteenth notes',
  triplets: 'triplets',
  compound: '6/8, two big beats',
  syncopation: 'syncopation',
}

/** A rhythm in a sentence. */
export const sayRhythmName = (rhythm: Rhythm): string => RHYTHM_SAYS[rhythm]

/** A thing as it is said of an instrument: "finger 4", "the E string", "position III", "the key of G". */
export function sayLearnedThing(
  talk: ThingTalk,
  { strings, byLetter }: Pick<Instrument, 'strings' | 'byLetter'>,
  thing: LearnedThing,
): string {
  const value = thingValue(thing)
  switch (kindOf(thing)) {
    case 'string':
      return `the ${strings[Number(value)] ? plainNote(talk.names, strings[Number(value)].letter) : value} string`
    case 'finger':
      return `finger ${value}`
    case 'low':
    case 'high':
      return sayShaded(talk, thing.startsWith('low') ? 'low' : 'high', value)
    case 'position':
      return namePosition(value)
    case 'extension':
      return byLetter ? (value === 'back' ? '1 reached back' : '4 stretched') : `reaching ${value}`
    case 'shifts':
      return value === 'needed' ? 'shifting' : 'shifting anywhere'
    case 'chord':
      return 'two strings at once'
    case 'rhythm':
      return RHYTHM_SAYS[RHYTHMS.find((x) => x === value) ?? 'whole']
    case 'sign':
      return `a ${value} before a note`
    case 'slur':
      return 'slurs'
    case 'together':
      return value
    case 'key':
      return `the key signature of ${sayKey(talk.names, { fifths: Number(value), mode: 'major' })}`
  }
}
