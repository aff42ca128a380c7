import type { Finger, Place, Shape } from '../instruments/instrument'

/** One string stopped (or left open): string counts from 0, the lowest; `k` is semitones above open. */
export type Stop = {
  readonly string: number
  readonly k: number
  readonly finger: Finger
  readonly place: Place
  readonly stretch: boolean
  /** Two half steps under its tape, where the finger below it usually stands. */
  readonly far?: true
  /** Touched, not pressed: the natural harmonic at the octave. */
  readonly harmonic?: true
}

/** What a hold asks for that a class may not have learned yet. */
export const NEEDS = ['position', 'string', 'finger', 'place', 'extension', 'chord'] as const
export type Need = (typeof NEEDS)[number]

/**
 * One way to hold a note or chord: a stop for each head, low first, with the hand in one position (an index into the
 * seat's table) and one shape. An open string leaves the hand where it was, so it too has the position that the hand
 * keeps; the hand closes meanwhile.
 */
export type Hold = {
  readonly stops: readonly Stop[]
  readonly position: number
  readonly shape: Shape
  /** No finger is down. */
  readonly open: boolean
  /** Lowest and highest string that sounds. */
  readonly low: number
  readonly high: number
  /** What the class has not learned of it; empty when it has learned it all. */
  readonly needs: readonly Need[]
  /** The spelling is unusual and the hand plays its plain equal (F for E sharp). */
  readonly respelled: boolean
}

/** Whether the class has learned everything that the hold asks for. */
export const isLearned = (h: Hold): boolean => h.needs.length === 0

/** Whether the bow cannot hold all its strings at once: three or four sound one after another. */
export const isBroken = (h: Hold): boolean => h.stops.length > 2

/** What tells one hold from another but for its position: strings, fingers and how they play. */
export const stopsKey = (h: Hold): string =>
  h.stops.map((s) => `${s.string}:${s.finger}${s.place}${s.stretch ? 's' : ''}${s.far ? 'f' : ''}${s.harmonic ? 'h' : ''}`).join(' ')

/** What tells one choice from another to a player: strings, fingers, places; the position unless all strings are open. */
export const choiceOf = (h: Hold): string =>
  h.stops.map((s) => `${s.string}:${s.finger}:${s.k}${s.harmonic ? 'h' : ''}`).join(' ') + (h.open ? '' : `@${h.position}`)
