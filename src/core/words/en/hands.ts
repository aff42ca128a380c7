import type { Hold, Need, Stop } from '../../hands/hold'
import { mannerOf } from '../../hands/manner'
import type { Spoken } from '../../language'
import type { TrueCheck } from '../../hands/trueChecks'
import { inWords } from '../../count'
import { type Instrument, namePosition, type Place, type Position, positionKey, sayPositionKey, THUMB } from '../../instruments/instrument'
import { staffPlace, type Clef } from '../../music/clef'
import { alterIn, type Key } from '../../music/key'
import { plainNote, printedPitch, spokenNote, type NoteNames } from '../../music/noteName'
import type { Pitch } from '../../music/pitch'
import { ordinal, sayNames } from '../../names'
import type { Calling } from './called'
import type { OrnamentKind } from '../../piece/ornament'

/** How a class calls notes and fingers: all that a sentence about the hand needs to know of its talk. */
export type Tongue = { readonly names: NoteNames; readonly low: 'low 2' | '2 low' | '↓2' } & Spoken & Calling

/** Letters, and a finger beside where it usually lies as "low 2": how it is said where no class has chosen. */
export const PLAIN_TONGUE: Tongue = { names: 'letters', low: 'low 2' }

/** "F sharp", "F natural" where the key has it otherwise. */
export const sayPitch = ({ names }: Pick<Tongue, 'names'>, p: Pitch, key: Pick<Key, 'fifths'>): string =>
  spokenNote(names, p, alterIn(key, p.letter) !== 0)

/** Pitches as they are printed, with their octaves: "D4 and A4". */
export const sayPitches = ({ names }: Pick<Tongue, 'names'>, pitches: readonly Pitch[]): string =>
  pitches.map((p) => printedPitch(names, p)).join(' and ')

/** "low 2", "2 low", "↓2": a finger beside where it usually lies, as the class says it. */
export const sayShaded = ({ low }: Pick<Tongue, 'low'>, manner: 'low' | 'high', finger: number | string): string =>
  low === 'low 2' ? `${manner} ${finger}` : low === '2 low' ? `${finger} ${manner}` : `${manner === 'low' ? '↓' : '↑'}${finger}`

/** A finger by its number; the thumb by its name. */
export const fingerName = (finger: number): string => (finger === THUMB ? 'thumb' : `${finger}`)

/** "low 2", "4 reached forward", "3", "open": a stop without its string. */
export function sayFinger(talk: Pick<Tongue, 'low' | 'names'>, instrument: Pick<Instrument, 'byLetter'>, s: Stop): string {
  const manner = mannerOf(instrument, s)
  switch (manner) {
    case 'open':
      return 'open'
    case 'plain':
      return fingerName(s.finger)
    case 'far':
      return `${s.finger} where ${s.finger - 1} usually goes`
    case 'low':
    case 'high':
      return sayShaded(talk, manner, s.finger)
    case 'harmonic':
      return `${s.finger} as a harmonic`
    case 'reached back':
    case 'reached forward':
    case 'stretched':
      return `${s.finger} ${manner}`
  }
}

/** How ornaments are called, in a sentence and aloud. */
export const ORNAMENT_NAMES: Readonly<Record<OrnamentKind, string>> = {
  trill: 'trill',
  mordent: 'mordent',
  'inverted mordent': 'upper mordent',
  turn: 'turn',
  'inverted turn': 'turn from below',
}

/** The name of a string: its letter, as the class calls it. */
export const stringName = ({ names }: Pick<Tongue, 'names'>, instrument: Instrument, string: number): string =>
  plainNote(names, instrument.strings[string].letter)

/** "low 2 on D", "4 reached forward on G"; an open string is "open on D" here. */
export const fingerOn = (talk: Pick<Tongue, 'low' | 'names'>, instrument: Instrument, s: Stop): string =>
  `${sayFinger(talk, instrument, s)} on ${stringName(talk, instrument, s.string)}`

/** "low 2 on D", "open A", "4 reached forward on G". */
export const sayStop = (talk: Pick<Tongue, 'low' | 'names'>, instrument: Instrument, s: Stop): string =>
  s.finger === 0 ? `open ${stringName(talk, instrument, s.string)}` : fingerOn(talk, instrument, s)

/** "2 on D", "open D and 1 on A": a hold without its position. */
export const sayStops = (talk: Pick<Tongue, 'low' | 'names'>, instrument: Instrument, h: Hold): string =>
  h.stops.map((s) => sayStop(talk, instrument, s)).join(' and ')

/** "half position", "III", "raised III". */
const sayPosition = (p: Position): string => sayPositionKey(positionKey(p))

/** "2 on D", "1 on A in III", "open D and 1 on A". The position is said when it is not the first. */
export function sayHold(talk: Pick<Tongue, 'low' | 'names'>, instrument: Instrument, h: Hold): string {
  const stops = sayStops(talk, instrument, h)
  const at = instrument.positions[h.position]
  return h.open || at.name === 'I' ? stops : `${stops} in ${sayPosition(at)}`
}

/** One new thing by its name: of a chord it may be any of its notes. */
function sayNeed(talk: Pick<Tongue, 'low' | 'names'>, instrument: Instrument, { stops, position }: Hold, need: Need): string {
  const [s] = stops
  const one = stops.length === 1
  switch (need) {
    case 'position': {
      return namePosition(positionKey(instrument.positions[position]))
    }
    case 'string':
      return one ? `the ${stringName(talk, instrument, s.string)} string` : 'one of the strings'
    case 'finger':
      return one ? `finger ${fingerName(s.finger)}` : 'one of the fingers'
    case 'place':
      return one ? sayFinger(talk, instrument, s) : 'a low or high finger'
    case 'extension':
      return 'stretching'
    case 'chord': {
      const at = instrument.positions[position]
      return at.name === 'I' ? 'two strings at once' : `two strings at once in ${sayPosition(at)}`
    }
  }
}

/** What of a hold is new for the class: "finger 4 and the E string", "low 2". */
export const sayNeeds = (talk: Pick<Tongue, 'low' | 'names'>, instrument: Instrument, h: Hold): string =>
  sayNames(h.needs.map((n) => sayNeed(talk, instrument, h, n)))

/** "a half step", "a whole step", "a step and a half", "4 half steps". */
export function saySpacing(halfSteps: number): string {
  const n = Math.abs(halfSteps)
  return n === 1 ? 'a half step' : n === 2 ? 'a whole step' : n === 3 ? 'a step and a half' : `${n} half steps`
}

/** "a third", "a fifth", by letter steps. */
export const sayInterval = (steps: number): string =>
  ['the same note', 'a step', 'a third', 'a fourth', 'a fifth', 'a sixth', 'a seventh', 'an octave'][Math.abs(steps)] ??
  'more than an octave'

/** "low", "its usual place", "high": where a finger stands. */
export const sayPlace = (p: Place): string => ({ low: 'low', normal: 'its usual place', high: 'high' })[p]

/** How a stopped note is tested: "matches open A", "is one octave above open D". */
export function sayCheck(talk: Pick<Tongue, 'names'>, instrument: Instrument, { string, octaves }: TrueCheck): string {
  const open = `open ${stringName(talk, instrument, string)}`
  if (octaves === 0) return `matches ${open}`
  const far = Math.abs(octaves)
  return `is ${far === 1 ? 'one octave' : `${inWords(far)} octaves`} ${octaves > 0 ? 'above' : 'below'} ${open}`
}

/** Where on the bow a stroke begins, from the frog (0) to the tip (1). */
export const bowPart = (from: number): 'the frog' | 'the middle' | 'near the tip' =>
  from < 0.25 ? 'the frog' : from > 0.75 ? 'near the tip' : 'the middle'

/** "second line", "third space", "space below the staff", "first ledger line above". Lines and spaces from the bottom. */
export function sayStaffPlace(p: Pitch, clef: Clef): string {
  const place = staffPlace(p, clef)
  const line = place % 2 === 0
  if (Math.abs(place) <= 4) return line ? `${ordinal((place + 4) / 2 + 1)} line` : `${ordinal((place + 3) / 2 + 1)} space`
  const [far, side] = [Math.abs(place), place > 0 ? 'above' : 'below']
  if (far === 5) return `space ${side} the staff`
  const ledger = Math.floor((far - 4) / 2)
  return line ? `${ordinal(ledger)} ledger line ${side}` : `space ${side} the ${ordinal(ledger)} ledger line`
}

/** What pupils are told of the hand and of the staff: there is one in each language. */
export const HANDS = {
  sayFinger,
  sayStop,
  sayStops,
  sayHold,
  position: sayPosition,
  staffPlace: sayStaffPlace,
  outOfReach: 'out of reach',
  /** A finger as it is written, on a string: "2 on D", "open A". */
  onString: (finger: string, string: string): string => (finger === '0' ? `open ${string}` : `${finger} on ${string}`),
}
export type HandWords = typeof HANDS
