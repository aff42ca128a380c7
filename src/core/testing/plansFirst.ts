import { daysBetween, WEEKDAYS, type Day } from '../plan/calendar'
import type { Piece } from '../piece/piece'
import { pieceFrom } from './piece'
import { major, FOUR, THREE } from './ranked'

/** A class with pieces to learn by a day, and what its teacher expects of a plan: written down before a rule was changed for them. */
export type PlannedClass = {
  readonly name: string
  readonly pieces: readonly Piece[]
  readonly days: readonly Day[]
  readonly minutes: number
  /** It all fits; it does and far less would do; or it does not. */
  readonly goes: 'fits' | 'spare' | 'left'
  /** Whether a piece is longer than a day has minutes. */
  readonly halves?: true
  /** Kinds of help of which one at least is named where it does not fit. */
  readonly helps?: readonly ('minutes' | 'weekday' | 'without' | 'less')[]
}

const A = 'D4 F#4 A4 A4 B4 A4 F#4:h G4 G4 F#4 E4 F#4 E4 D4:h'
const B = 'A4 B4 C#5 A4 D5:h C#5:h B4 A4 G4 F#4 E4 F#4 E4:h'
const C = 'D5 C#5 B4 A4 G4 B4 A4:h F#4:e G4:e A4 F#4 D4 E4 G4 F#4:h'
const D = 'B3 D4 G4 B4 A4:h. z C5 B4 A4 G4 F#4:h D4:h E4 F#4 G4 A4 B4 A4 G4:h'
const tune = (text: string, fifths = 2, tempo = 80): Piece => ({ ...pieceFrom(text, major(fifths), FOUR), tempo })
const named = (title: string, piece: Piece): Piece => ({ ...piece, title })
const waltz = pieceFrom('D4 F#4 A4 B4:h A4 G4 F#4 E4 F#4:h. A4 B4 C#5 D5:h B4 A4 F#4 E4 D4:h.', major(2), THREE)
const long = tune([A, B, A, C, B, A, C, B, A, C, A, B, C, A, B, A].join(' '), 2, 60)

const on = (from: string, to: string, ...weekdays: (typeof WEEKDAYS)[number][]) => daysBetween(from, to, weekdays)
const school = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri'] as const

/**
 * Eight classes with invented tunes. What each teacher would do, by handbook and common practice: new measures in the first
 * days, what returns met before it is joined, days of about one length, the whole first in the last third and more than
 * once, nothing new and nothing joined for the first time on the last day.
 */
export const PLANNED: readonly PlannedClass[] = [
  {
    name: 'a short tune in three weeks',
    pieces: [tune(A + ' ' + B)],
    days: on('2027-01-11', '2027-01-29', 'Mon', 'Wed', 'Fri'),
    minutes: 10,
    goes: 'spare',
  },
  {
    name: 'two tunes in a school month, five minutes at home',
    pieces: [named('One', tune(`${A} ${B} ${A} ${C}`)), named('Two', tune(`${D} ${D}`, 1))],
    days: on('2027-02-01', '2027-02-26', ...school),
    minutes: 5,
    goes: 'fits',
  },
  {
    name: 'four tunes in one week of five minutes',
    pieces: [named('One', tune(`${A} ${B}`)), named('Two', tune(`${C} ${B}`)), named('Three', tune(`${D}`, 1)), named('Four', waltz)],
    days: on('2027-03-01', '2027-03-05', ...school),
    minutes: 5,
    goes: 'left',
    helps: ['minutes', 'weekday', 'without'],
  },
  {
    name: 'what returns at the end, class days alone',
    pieces: [tune(`${A} ${B} ${C} ${A}`)],
    days: on('2027-01-12', '2027-03-04', 'Tue', 'Thu'),
    minutes: 6,
    goes: 'fits',
  },
  {
    name: 'a long piece and three minutes a day',
    pieces: [long],
    days: on('2027-01-11', '2027-03-19', ...school),
    minutes: 3,
    goes: 'fits',
    halves: true,
  },
  { name: 'one day', pieces: [tune(`${A} ${B}`)], days: ['2027-04-06'], minutes: 10, goes: 'left', helps: ['weekday', 'less'] },
  {
    name: 'a waltz and a tune by Thursdays',
    pieces: [named('Waltz', waltz), named('Tune', tune(`${C} ${A}`))],
    days: on('2027-01-14', '2027-03-25', 'Thu'),
    minutes: 12,
    goes: 'fits',
  },
  {
    name: 'three pieces before a concert, twenty minutes',
    pieces: [named('One', tune(`${A} ${B} ${A} ${C}`)), named('Two', tune(`${D} ${D}`, 1)), named('Waltz', waltz)],
    days: on('2027-05-03', '2027-05-28', ...school),
    minutes: 20,
    goes: 'spare',
  },
]
