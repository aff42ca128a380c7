import { inWords } from '../../count'
import { sayPositionKey } from '../../instruments/instrument'
import type { Base } from '../../music/time'
import { ordinal } from '../../names'
import type { Talk } from '../../plan/talk'
import { ORNAMENT_NAMES } from './hands'

/* What is said aloud, note by note. */

const AMERICAN: Record<Base, string> = {
  breve: 'double whole',
  whole: 'whole',
  half: 'half',
  quarter: 'quarter',
  eighth: 'eighth',
  '16th': 'sixteenth',
  '32nd': 'thirty-second',
  '64th': 'sixty-fourth',
  '128th': 'hundred twenty-eighth',
}
const BRITISH: Record<Base, string> = {
  breve: 'breve',
  whole: 'semibreve',
  half: 'minim',
  quarter: 'crotchet',
  eighth: 'quaver',
  '16th': 'semiquaver',
  '32nd': 'demisemiquaver',
  '64th': 'hemidemisemiquaver',
  '128th': 'quasihemidemisemiquaver',
}

const ROMAN = ['', 'I', 'II', 'III', 'IV', 'V', 'VI', 'VII', 'VIII', 'IX', 'X', 'XI', 'XII']

/** The number of a position by its name ("III" is 3); 0 where the name is none. A half lies above it. */
export const positionNumber = (name: string): number => Math.max(0, ROMAN.indexOf(name.replace('½', '')))

/** A place of the hand as calls say it. */
export type CalledPosition = { readonly name: string; readonly shade?: 'lowered' | 'raised' | undefined }

/** How a finger lies beside where it usually does. */
export type CalledManner = 'reached forward' | 'reached back' | 'stretched' | 'harmonic'

const MANNERS: Readonly<Record<CalledManner, (number: string) => string>> = {
  'reached forward': (n) => `extended ${n}`,
  'reached back': (n) => `${n} reached back`,
  stretched: (n) => `stretched ${n}`,
  harmonic: (n) => `${n} as a harmonic`,
}

export const CALLS = {
  /** Fingers by their numbers, from the open string to the thumb. */
  fingers: ['open', 'one', 'two', 'three', 'four', 'thumb'],
  /** The thumb where fingers are figures. */
  thumb: 'thumb',
  hold: 'hold',
  rest: 'rest',
  slur: 'slur',
  /** Between two notes of one bow. */
  on: ' to ',
  and: ' and ',
  length: (lengths: 'quarters' | 'crotchets', base: Base, dots: number): string =>
    `${'dotted '.repeat(dots)}${(lengths === 'quarters' ? AMERICAN : BRITISH)[base]}`,
  forTheMeasure: (measure: string): string => `for the ${measure}`,
  inPosition: (said: string, where: string): string => `${said} in ${where}`,
  backTo: (where: string): string => `back to ${where}`,
  first: 'first',
  position({ name, shade }: CalledPosition, how: Talk['positions']): string {
    const n = positionNumber(name)
    const shaded = shade ? `${shade} ` : ''
    const half = name.includes('½') ? ' and a half' : ''
    if (how === 'III') return `${shaded}${sayPositionKey(name)}`
    if (sayPositionKey(name) !== name) return sayPositionKey(name)
    if (how === 'position three') return `${shaded}position ${n > 0 ? inWords(n) : name}${half}`
    return `${shaded}${n > 0 ? ordinal(n) : name}${half} position`
  },
  bow: { down: 'down-bow', up: 'up-bow' },
  pickup: 'pickup',
  ending: (passes: readonly number[]): string => `${passes.map(ordinal).join(' and ')} ending`,
  sameBow: 'in the same bow',
  againFrom: (place: string): string => `again from ${place}`,
  beginning: 'the beginning',
  onString: (string: string): string => `on ${string}`,
  outOfReach: 'out',
  open: (name: string): string => `open ${name}`,
  high: (name: string): string => `high ${name}`,
  low: (name: string): string => `low ${name}`,
  withFinger: (name: string, finger: string): string => `${name} with ${finger}`,
  onBoth: (finger: string): string => `${finger} on both`,
  ornaments: ORNAMENT_NAMES,
  tremolo: 'tremolo',
  stopped: 'left hand plucks',
  snap: 'snap',
  glissando: 'and slide',
  manner: (manner: CalledManner, number: string): string => MANNERS[manner](number),
  far: (number: string, usual: string): string => `${number} where ${usual} usually goes`,
  shaded: (manner: 'low' | 'high', number: string, how: Talk['low']): string =>
    how === 'low 2' ? `${manner} ${number}` : how === '2 low' ? `${number} ${manner}` : `${manner === 'low' ? '↓' : '↑'}${number}`,
}

/** The words of calls, in whatever language. */
export type CallWords = typeof CALLS
