import type { Reading, ReadNote } from '../reading'
import type { SpotKind } from '../../plan/spotKinds'
import type { FactsOf } from './facts'

/** Whom it asks something of: the eye, the left hand, the bow, or the class as a whole. */
export type Concern = 'eye' | 'hand' | 'bow' | 'class'

/** What every kind sees of what it finds. */
export type Seen = {
  /** 0 to 1: how likely it stops a reader for whom everything of its kind is learned but not yet easy. */
  readonly hard: number
  /** What it is about: the same again later in the piece is an old friend and easier. */
  readonly about: string
}

/** What the detector of a kind finds at a note. */
export type Found<K extends SpotKind = SpotKind> = Seen & { readonly note: ReadNote } & FactsOf<K>

/** One way to be tripped. Adding one is a file and a row in the list of detectors. */
export type Detector<K extends SpotKind = SpotKind> = {
  /** Its own name. */
  readonly kind: K
  readonly concern: Concern
  /** Points of load at its hardest, in units of the weights; 0 where the cost of the fingering has it already. */
  readonly load: number
  /** What is left of its hardness each time it comes again. */
  readonly again: number
  /** How much it matters at the beginning, in first position and beyond, times its hardness: what is daily bread at one stage stops the stage before. Common practice. */
  readonly matters: readonly [number, number, number]
  readonly find: (r: Reading) => readonly Found<K>[]
}

type Placed<K extends SpotKind> = Seen & {
  /** The same for the same place in the same line, whatever else is found. */
  readonly id: string
  readonly kind: K
  /** The seat's id. */
  readonly seat: string
  readonly event: string
  /** The measure as printed and by index, and when it begins in ticks of the written line. */
  readonly measure: string
  /** The measure as the class says it: "measure 6", "line 2, measure 2". */
  readonly where: string
  readonly index: number
  readonly onset: number
  /** How often the same came before. */
  readonly before: number
  readonly points: number
  /** The spot at the same note that says it already, by id: it is not shown twice. */
  readonly under?: string
} & FactsOf<K>

/** A place in a seat's part that will trip somebody: what, where, whom, how hard, of what kind; why and what to do is said in `words/en/spots.ts`. */
export type Spot<K extends SpotKind = SpotKind> = { [Q in K]: Placed<Q> }[K]

/** Asks about every note of a reading in turn. A plain loop: a search of keys asks this some thousand times of every note. */
export function atNotes<K extends SpotKind>({ notes }: Reading, find: (note: ReadNote) => Found<K> | null): Found<K>[] {
  const found: Found<K>[] = []
  for (const note of notes) {
    const here = find(note)
    if (here) found.push(here)
  }
  return found
}
