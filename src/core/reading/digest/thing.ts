import { inSentence, sayList } from '../../names'
import { nameAll, nameForAll } from '../../piece/address'
import type { Reading } from '../reading'
import type { SpotKind } from '../../plan/spotKinds'
import { atFirst } from '../family'
import type { Spot } from '../spots/spot'
import { SHOWN_FROM } from '../choice'

/** Where in the order of saying a thing stands: handbook order of a class. Common practice. */
export const ORDER = ['new', 'sign', 'rhythm', 'hand', 'crossing', 'bow', 'friend'] as const
export type Order = (typeof ORDER)[number]

/** One thing to say before playing. */
export type Thing = {
  /** The same for the same thing while the piece stays as it is. */
  readonly id: string
  readonly order: Order
  /** One sentence: what, where, whom. */
  readonly text: string
  /** What to do about it. */
  readonly advice: string
  /** Whom it concerns, in score order. */
  readonly seats: readonly string[]
  /** As printed, in written order; each once. */
  readonly measures: readonly string[]
  readonly kinds: readonly SpotKind[]
  /** The spots that it says, the first place first; none for what returns. */
  readonly spots: readonly Spot[]
  /** How much it matters: likelihood, how many it concerns, how often. */
  readonly weight: number
}

/** A seat of the class with its part as it reads it: every spot that the teacher has not put away, those that are shown, and the events with a note that the seat is known not to read surely. */
export type Reader = {
  readonly reading: Reading
  readonly all: readonly Spot[]
  readonly shown: readonly Spot[]
  readonly unread?: ReadonlySet<string>
}

/** Whether it would be shown if it had not come before. */
export const isHard = (s: Spot): boolean => atFirst(s) >= SHOWN_FROM

/** Measures of spots or notes, each once, in written order. */
export const measuresOf = (places: readonly { readonly index: number; readonly measure: string }[]): string[] => [
  ...new Set([...places].sort((a, b) => a.index - b.index).map((p) => p.measure)),
]

/** Places of a seat's part as the class says them: "6 and 10", "line 2, measures 2 and 3". */
export const placesIn = ({ map }: Reading, places: readonly { readonly index: number }[]): string =>
  nameAll(
    map.line,
    places.map((p) => p.index),
  )

/** The same for several parts at once. */
export const placesForAll = (readers: readonly Reader[], places: readonly { readonly index: number }[]): string =>
  nameForAll(
    readers.map((r) => r.reading.map.line),
    places.map((p) => p.index),
  )

type Place = { readonly seat: string; readonly index: number; readonly measure: string }

/** Where and for whom: "in 6" where it is all, "in 6 and 10: viola and cello", "in 2 for cello, in 3 and 7 for viola". */
export function sayPlaces(readers: readonly Reader[], places: readonly Place[]): string {
  const by = new Map<string, string[]>()
  for (const { reading } of readers) {
    const { id, name } = reading.map.seat
    const own = places.filter((p) => p.seat === id)
    if (own.length === 0) continue
    const said = placesIn(reading, own)
    by.set(said, [...(by.get(said) ?? []), name])
  }
  const groups = [...by]
  if (groups.length === 1) {
    const [[where, names]] = groups
    return `in ${where}${names.length === readers.length ? '' : `: ${lower(names)}`}`
  }
  return groups.map(([where, names]) => `in ${where} for ${lower(names)}`).join(', ')
}

/** "viola and cello", in a sentence. */
export const lower = (names: readonly string[]): string => sayList(names.map(inSentence))

/** Seats that spots belong to, in score order. */
export const seatsIn = (readers: readonly Reader[], spots: readonly Pick<Spot, 'seat'>[]): string[] =>
  readers.map((r) => r.reading.map.seat.id).filter((id) => spots.some((s) => s.seat === id))

export const kindsIn = (spots: readonly Spot[]): SpotKind[] => [...new Set(spots.map((s) => s.kind))]

/** How much more a spot matters at a note that the seat does not read surely. */
const UNREAD = 1.5

/** What a second place adds to the weight of the first. */
const MORE = 0.1

/** How much spots matter together: for each seat as its hardest, a little more for every further measure. */
export function weightOf(readers: readonly Reader[], spots: readonly Spot[]): number {
  const seats = seatsIn(readers, spots)
  const unread = new Set(readers.flatMap((r) => [...(r.unread ?? [])].map((e) => `${r.reading.map.seat.id} ${e}`)))
  const hard = (s: Spot): number => atFirst(s) * (unread.has(`${s.seat} ${s.event}`) ? UNREAD : 1)
  const hardest = seats.map((id) => Math.max(...spots.filter((s) => s.seat === id).map(hard)))
  const more = 1 + MORE * (Math.min(6, new Set(spots.map((s) => s.index)).size) - 1)
  return (hardest.reduce((a, b) => a + b, 0) / readers.length) * more
}
