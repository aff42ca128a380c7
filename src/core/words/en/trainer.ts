import { count } from '../../count'
import { capital, ordinal, sayList } from '../../names'
import type { Mistake } from '../../reading/mistake'
import { saySpacing } from './hands'

/* What is asked of who learns to read, and what is said of their answers. */

/** How far two notes lie from each other. */
export type Far = 'the same note' | 'a step' | 'a skip'

/** What a wrong answer shows, said to who gave it; nothing where nothing is known. */
const SHOWS: Readonly<Record<Mistake, (as: string) => string>> = {
  'a letter off': () => 'One step off.',
  'in another clef': (as) => `That’s ${as} in another clef.`,
  'the other form': () => 'Right letter. Sharp, flat or natural? Check the key signature.',
  'on the wrong string': () => 'Try another string.',
  'with the wrong finger': () => 'Try another finger.',
  'step for skip': () => 'Count the lines and spaces between them.',
  'crossing not seen': () => 'Which string is each note on?',
  'not all': () => 'There are more to find.',
  'too many': () => 'One of those isn’t it.',
  'stem the wrong way': () => 'Right place. The stem goes the other way.',
  'counted wrong': () => 'Tap the beat and count again.',
  'somewhere else': () => '',
}

export const TRAINER = {
  letter: 'Which letter is this note?',
  finger: 'Where on the fingerboard is this note?',
  draw: 'Draw the note this finger plays.',
  staffPlaces: (letter: string): string => `Where on the staff is ${letter}? Touch every place you’ve learned.`,
  stringPlaces: (letter: string): string => `Where on the strings is ${letter}? Touch every place you’ve learned.`,
  bySign: 'There’s a sign before it. Which note? Which finger?',
  byKey: 'Look at the key signature. Which note? Which finger?',
  step: 'Step, skip or same? Does the bow change strings?',
  count: (meter: string, measure: string): string => `How is this ${measure} of ${meter} counted?`,
  shift: (note: string, from: string, to: string, string: string): string =>
    `${note} is ${from}. Shift to ${to} on ${string}. Which finger plays it there?`,
  trap: (where: string): string => `One note in ${where} is tricky. Which one?`,
  nth: (n: number, name: string): string => `the ${ordinal(n)} note, ${name}`,
  together: (names: readonly string[]): string => names.join(' and '),
  stem: (way: 'up' | 'down'): string => `stem ${way}`,
  or: (ways: readonly string[]): string => ways.join(', or '),
  list: (all: readonly string[]): string => sayList(all),
  is: (note: string, way: string): string => `${note} is ${way}`,
  far: (far: Far, crossing: boolean): string =>
    far === 'the same note' ? far : `${far}, ${crossing ? 'to another string' : 'on the same string'}`,
  inPosition: (way: string, position: string): string => `${way} in ${position}`,
  /** How far a finger lies above where 1 stands, in half steps. */
  aboveFirst: (halfSteps: number): string =>
    halfSteps === 1
      ? 'close to 1, a half step'
      : `${halfSteps === 4 ? 'two whole steps' : halfSteps === 5 ? 'a fourth' : halfSteps === 6 ? 'three whole steps' : saySpacing(halfSteps)} above 1`,
  counted: (text: string): string => text,
  /** Whether there are syllables for a triplet that everybody says. */
  countsTriplets: true as boolean,
  right: (says: string): string => ended(`Right: ${says}`),
  wrong: (mistake: Mistake | null, as: string, says: string): string =>
    [
      mistake === 'a letter off' || mistake === 'the other form' ? 'Almost!' : 'Not yet.',
      mistake ? SHOWS[mistake](as) : '',
      ended(capital(says)),
    ]
      .filter(Boolean)
      .join(' '),
  // On the buttons and under the drawings.
  isRight: 'right',
  yours: 'yours',
  all: 'That’s all',
  done: 'Done',
  next: 'Next',
  putHere: 'Put it here',
  takeAway: 'Take it away',
  higher: 'Higher',
  lower: 'Lower',
  put: (places: string): string => `Put: ${places}`,
  nothingPut: 'Nothing put yet',
  stemButton: (way: 'up' | 'down'): string => `Stem ${way}`,
  nowFinger: (string: string): string => `${string} string: now a finger, 0 to 4.`,
  boardOf: (seat: string, strings: string): string => `${seat} fingerboard: ${strings}`,
  staffOf: (seat: string, clef: string): string => `${seat} staff, ${clef} clef`,
  /** What is seen on a staff, for who hears it. `letters`: what the signature changes. */
  clef: (clef: string): string => `${clef} clef`,
  signature: (fifths: number, letters: readonly string[]): string =>
    fifths === 0 ? 'no sharps or flats' : `the signature of ${count(letters.length, fifths > 0 ? 'sharp' : 'flat')} (${letters.join(' ')})`,
  noteOn: (place: string, sign: number | null): string =>
    `${sign === null ? '' : `${['a flat', 'a natural', 'a sharp'][sign + 1] ?? 'a sign'} and `}a note on the ${place}`,
  then: ', then ',
  board: (says: string): string => `Fingerboard: ${says}`,
  measure: (says: string): string => `A measure: ${says}`,
  drawing: 'Drawing …',
  notDrawn: 'We couldn’t draw this. Reload the page.',
}

/** With a full stop, where it has none. */
function ended(text: string): string {
  return text.endsWith('.') ? text : `${text}.`
}

export type TrainerWords = typeof TRAINER
