import type { Hold } from '../../hands/hold'
import type { Letter } from '../../music/pitch'
import type { Meter } from '../../music/time'
import type { ScaleOrChord } from '../form'
import type { Reading } from '../reading'
import type { SpotKind } from '../../plan/spotKinds'
import type { SeatId } from '../../seats/seat'
import { atFirst } from '../family'
import type { Spot } from '../spots/spot'
import { SHOWN_FROM } from '../choice'

/** Where in the order of saying a thing stands: handbook order of a class. Common practice. */
export const ORDER = ['new', 'sign', 'rhythm', 'hand', 'crossing', 'bow', 'friend'] as const
export type Order = (typeof ORDER)[number]

/** A letter with its sign. */
export type Form = { readonly letter: Letter; readonly alter: number }

/** How a seat plays a form wherever it comes by itself: each hold once, in the order in which it is met. */
export type Ways = { readonly seat: SeatId; readonly holds: readonly Hold[] }

/** A form with the measures (by index) in which it stands, and how each seat that has it plays it. */
export type FormAt = Form & { readonly at: readonly number[]; readonly ways: readonly Ways[] }

/** What a thing says, as data; measures by index. */
export type ThingFacts =
  /** Like things at several places or seats, which the spots say: `bare`, their sentence says where; `one`, a single place is said in its own words. */
  | { readonly kind: 'alike'; readonly bare: boolean; readonly one: boolean }
  /** A letter in several forms, or in one that is not of the key; which rule of signs has to be said with it. */
  | { readonly kind: 'forms'; readonly letter: Letter; readonly forms: readonly FormAt[]; readonly rule: 'barline takes' | 'holds' | null }
  /** Letters that only the signature alters, each first where `at` says. */
  | { readonly kind: 'signature'; readonly forms: readonly FormAt[] }
  /** Hands that leave first position, where that is new and where it is known, and seats whose hand never does. */
  | { readonly kind: 'visits'; readonly fresh: readonly Away[]; readonly known: readonly Away[]; readonly stay: readonly SeatId[] }
  /** Measures that come again note for note, each with the one that it is; and scales and chords that the class knows. */
  | {
      readonly kind: 'returns'
      readonly again: readonly { readonly at: number; readonly is: number }[]
      readonly runs: readonly KnownRun[]
    }
  /** Seats that read lower than usual for want of a string; `stays`: there all of it lies in first position. */
  | { readonly kind: 'octave'; readonly moved: readonly Elsewhere[]; readonly stays: boolean }
  /** Uneven meters, with the beats of their groups. */
  | { readonly kind: 'meter'; readonly felt: readonly { readonly meter: Meter; readonly groups: readonly number[] }[] }

/** A scale or a chord one after another, and the measures, by index, that are nothing else. */
export type KnownRun = { readonly run: ScaleOrChord; readonly at: readonly number[] }

/** A seat in another octave than usual, up positive, and the letter of the string that it would need for the usual one. */
export type Elsewhere = { readonly seat: SeatId; readonly by: number; readonly lacks: Letter }

/** A seat whose hand leaves first position: to which positions, each once, and in which measures. */
export type Away = { readonly seat: SeatId; readonly to: readonly string[]; readonly at: readonly number[] }

/** One thing to say before playing. */
export type Thing = {
  /** The same for the same thing while the piece stays as it is. */
  readonly id: string
  readonly order: Order
  readonly facts: ThingFacts
  /** Whom it concerns, in score order. */
  readonly seats: readonly SeatId[]
  /** As printed, in written order; each once. */
  readonly measures: readonly string[]
  readonly kinds: readonly SpotKind[]
  /** The spots that it says, the first place first; none for what no single note says. */
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
