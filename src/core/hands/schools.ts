import type { Seat } from './instruments'

/** Where a finger lies against its usual place: violin and viola low/high by alteration; cello reached back/forward. */
export type Place = 'low' | 'normal' | 'high'
export type Finger = 0 | 1 | 2 | 3 | 4

/** How the hand is opened: the cello's closed and extended frames; every other hand is `closed`. */
export type Shape = 'closed' | 'back' | 'forward'

/** One thing a hand can do from its position: `offset` is semitones from the position's base. */
export type Reach = {
  readonly finger: Finger
  readonly place: Place
  readonly offset: number
  /** Letters above finger 1's letter; null where half steps, not letters, choose the finger. */
  readonly letters: number | null
  /** The hand opens for it. */
  readonly stretch?: true
  /** How the hand is when it plays this: a closed finger of the cello also belongs to an opened hand. */
  readonly shapes: readonly Shape[]
  /** Only from positions away from the nut: a finger cannot reach back behind first position. */
  readonly up?: true
}

/** The bass has two schools; both are supported. */
export const BASS_SCHOOLS = ['1-2-4', '1-2-3-4'] as const
export type BassSchool = (typeof BASS_SCHOOLS)[number]

const CLOSED: readonly Shape[] = ['closed']
const normal = (finger: Finger, offset: number, shapes = CLOSED): Reach => ({ finger, place: 'normal', offset, letters: null, shapes })

/** Places on the tape, from finger 1: a major start (touch 2-3). */
export const TAPE = [0, 2, 3, 5] as const

const BY_LETTER: readonly Reach[] = [
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
  // Finger 4 stretched to the next letter: C on the E string without leaving first position.
  { finger: 4, place: 'high', offset: 6, letters: 4, stretch: true, shapes: CLOSED },
  // Finger 1 reached back to the letter below while the hand stays.
  { finger: 1, place: 'low', offset: -1, letters: -1, stretch: true, shapes: CLOSED, up: true },
  { finger: 1, place: 'low', offset: -2, letters: -1, stretch: true, shapes: CLOSED, up: true },
]

const CELLO: readonly Reach[] = [
  normal(1, 0, ['closed', 'forward']),
  normal(2, 1, ['closed', 'back']),
  normal(3, 2, ['closed', 'back']),
  normal(4, 3, ['closed', 'back']),
  { finger: 1, place: 'low', offset: -1, letters: null, stretch: true, shapes: ['back'], up: true },
  { finger: 2, place: 'high', offset: 2, letters: null, stretch: true, shapes: ['forward'] },
  { finger: 3, place: 'high', offset: 3, letters: null, stretch: true, shapes: ['forward'] },
  { finger: 4, place: 'high', offset: 4, letters: null, stretch: true, shapes: ['forward'] },
]

const BASS: Record<BassSchool, readonly Reach[]> = {
  '1-2-4': [normal(1, 0), normal(2, 1), normal(4, 2)],
  '1-2-3-4': [normal(1, 0), normal(2, 1), normal(3, 2), normal(4, 3)],
}

/** Everything the hand of this seat can do from one position. */
export function reachesOf(seat: Seat, school: BassSchool): readonly Reach[] {
  switch (seat) {
    case 'violin':
    case 'viola':
      return BY_LETTER
    case 'cello':
      return CELLO
    case 'bass':
      return BASS[school]
  }
}

/** Whether the letter chooses the finger (violin, viola) rather than the half step (cello, bass). */
export const fingersByLetter = (seat: Seat): boolean => seat === 'violin' || seat === 'viola'

/** Semitones above open of the natural harmonic at the octave: half the string. */
export const OCTAVE_HARMONIC = 12

/**
 * Which finger touches the octave harmonic, and from which position: the fourth of violin and viola reached from III or
 * lying in IV, the third of the cello reached from IV, the third (1-2-4: the fourth) of the bass. Common practice.
 */
export function harmonicReaches(seat: Seat, school: BassSchool): readonly { readonly finger: Finger; readonly position: string }[] {
  switch (seat) {
    case 'violin':
    case 'viola':
      return [
        { finger: 4, position: 'III' },
        { finger: 4, position: 'IV' },
      ]
    case 'cello':
      return [{ finger: 3, position: 'IV' }]
    case 'bass':
      return [{ finger: school === '1-2-4' ? 4 : 3, position: 'VI' }]
  }
}

type Down = { readonly finger: Finger; readonly k: number; readonly place: Place }

/**
 * Whether two fingers can be down in one frame, on one string or on neighbours (k in semitones above each one's open string).
 * Letters: touching is a half step, a gap at most a step and a half between neighbours, the whole hand at most a
 * stretched fourth (6). Half steps: 2, 3 and 4 move together, and the hand does not open both ways at once.
 */
export function inOneFrame(byLetter: boolean, a: Down, b: Down): boolean {
  if (a.finger > b.finger) return inOneFrame(byLetter, b, a)
  if (byLetter) {
    const gap = b.finger - a.finger
    const apart = b.k - a.k
    return gap === 0 ? apart === 0 : apart >= gap && apart <= Math.min(gap < 3 ? 2 * gap + 1 : 6, 6)
  }
  if (a.finger === b.finger) return a.k === b.k
  if (a.finger === 1) return !(a.place === 'low' && b.place === 'high')
  return a.place === b.place
}
