import { upTo, type Instrument, type Position, type Reach, type School, type Shape } from './instrument'
import { ladder } from './ladder'

/*
 * What instruments at the shoulder have in common: the letter chooses the finger, and the letter names the position.
 */

/** The places follow the major scale of the open string. Common practice. */
const POSITIONS: readonly Position[] = [
  { name: 'half', base: 1, letters: 0 },
  { name: 'I', base: 2, letters: 1 },
  { name: 'II', base: 4, letters: 2 },
  { name: 'III', base: 5, letters: 3 },
  { name: 'IV', base: 7, letters: 4 },
  { name: 'V', base: 9, letters: 5 },
  { name: 'VI', base: 11, letters: 6 },
  { name: 'VII', base: 12, letters: 7 },
]

/** Places on the tape, from finger 1: a major start (touch 2-3). */
export const TAPE = [0, 2, 3, 5] as const

const CLOSED: readonly Shape[] = ['closed']

const REACHES: readonly Reach[] = [
  ...([1, 2, 3, 4] as const).flatMap((finger) =>
    ([-1, 0, 1] as const).map((shift): Reach => ({
      finger,
      place: shift < 0 ? 'low' : shift > 0 ? 'high' : 'normal',
      offset: TAPE[finger - 1] + shift,
      letters: finger - 1,
      shapes: CLOSED,
      ...(finger === 4 && shift > 0 ? { stretch: true } : {}),
    })),
  ),
  // F flat on D, C flat on A: the letter is still finger 2, on the tape of 1.
  { finger: 2, place: 'low', offset: TAPE[1] - 2, letters: 1, far: true, shapes: CLOSED },
  // Finger 4 stretched to the next letter: C on the E string without leaving first position.
  { finger: 4, place: 'high', offset: 6, letters: 4, stretch: true, shapes: CLOSED },
  // Finger 1 reached back to the letter below while the hand stays.
  { finger: 1, place: 'low', offset: -1, letters: -1, stretch: true, shapes: CLOSED, up: true },
  { finger: 1, place: 'low', offset: -2, letters: -1, stretch: true, shapes: CLOSED, up: true },
]

/** The octave harmonic: the fourth finger reached from III or lying in IV. */
const SCHOOL: School = {
  name: null,
  reaches: REACHES,
  harmonics: [
    { finger: 4, position: 'III' },
    { finger: 4, position: 'IV' },
  ],
  frames: { closed: '', back: '', forward: '' },
}

/** The hand by letters; `start` are the two strings that a class begins on, `first` the positions of its first step. */
export const byLetter = (way: { strings: number; start: readonly number[]; first: readonly string[] }) =>
  ({
    held: 'shoulder',
    byLetter: true,
    positions: POSITIONS,
    schools: [SCHOOL],
    near: 3,
    taught: ['I', 'III', 'II', 'IV', 'V', 'VI', 'VII', 'half'],
    halfStepShifts: false,
    twoForms: null,
    overStrings: 'cover',
    decisions: ['fourth'],
    learned: ladder({
      ...way,
      major: [1, 2, 3],
      fingers: [1, 2, 3],
      opensFirst: false,
      third: ['I', 'III'],
      extended: upTo(POSITIONS, 'III'),
      fifth: upTo(POSITIONS, 'V'),
      seventh: upTo(POSITIONS, 'VII'),
    }),
    says: {},
  }) satisfies Partial<Instrument>
