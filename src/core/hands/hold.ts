import type { Finger, Place } from './schools'

/** One string stopped (or left open): string counts from 0, the lowest; `k` is semitones above open. */
export type Stop = {
  readonly string: number
  readonly k: number
  readonly finger: Finger
  readonly place: Place
  readonly stretch: boolean
}

/**
 * One way to hold a note or chord: a stop for each head, low first, with the hand in one position (an index into the
 * seat's table). An open string leaves the hand where it was, so it too has a position: the one the hand keeps.
 */
export type Hold = {
  readonly stops: readonly Stop[]
  readonly position: number
  /** No finger is down. */
  readonly open: boolean
  /** Lowest and highest string that sounds. */
  readonly low: number
  readonly high: number
  readonly learned: boolean
  /** The spelling is unusual and the hand plays its plain equal (F for E sharp). */
  readonly respelled: boolean
}

/** What tells one choice from another to a player: strings, fingers, places; the position unless all strings are open. */
export const choiceOf = (h: Hold): string =>
  h.stops.map((s) => `${s.string}:${s.finger}:${s.k}`).join(' ') + (h.open ? '' : `@${h.position}`)
