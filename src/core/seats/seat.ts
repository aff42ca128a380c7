import { type PolicyChange } from '../fingering/policy'
import { INSTRUMENTS } from '../instruments/all'
import type { Instrument, StepId } from '../instruments/instrument'
import { type Learned } from '../instruments/learned'
import { pitchName, type Pitch } from '../music/pitch'
import { sayNames } from '../names'
import { once } from '../once'
import type { SeatRow } from './seat.schema'

export type { SeatRow } from './seat.schema'

export type SeatId = string

/** Something for some seats. A seat that is not in it has nothing decided. */
export type BySeat<T> = Readonly<Partial<Record<SeatId, T>>>
/** Something for every seat of a class. */
export type EverySeat<T> = Readonly<Record<SeatId, T>>

/** All who play one instrument from one part, with the instrument as they have it strung and read it. */
export type Seat = {
  readonly id: SeatId
  readonly name: string
  readonly instrument: Instrument
  readonly players: number
  readonly learned: Learned
  readonly policy: PolicyChange
}

/** The instrument of an id. Ids are checked where a class is read; an unknown one is the first. */
export const instrumentNamed = (id: string): Instrument => INSTRUMENTS.find((i) => i.id === id) ?? INSTRUMENTS[0]

/** A seat with its instrument as it is strung and read. */
export const seatOf = once((row: SeatRow): Seat => {
  const usual = instrumentNamed(row.instrument)
  const changed = row.tuning || (row.clef && row.clef !== usual.clef)
  const strings = row.tuning ?? usual.strings
  const learned = row.tuning ? strung(usual, row.tuning) : usual.learned
  const instrument = changed ? { ...usual, strings, learned, clef: row.clef ?? usual.clef } : usual
  return { id: row.id, name: row.name, instrument, players: row.players, learned: row.learned, policy: row.policy }
})

/**
 * What is learned at each step on strings that are not the usual ones: of all strings all; of some those of the same name,
 * wherever they lie; where none has its name (the whole instrument is tuned otherwise) those in the same place.
 */
function strung({ strings, learned }: Instrument, now: readonly Pitch[]): Instrument['learned'] {
  const names = now.map(pitchName)
  const byName = strings.some((p) => names.includes(pitchName(p)))
  const placeOf = (i: number): number => (byName ? names.indexOf(pitchName(strings[i])) : i)
  const all = now.map((_, i) => i)
  const on = (l: Learned): number[] =>
    strings.every((_, i) => l.strings.includes(i)) ? all : l.strings.map(placeOf).filter((i) => i >= 0 && i < now.length)
  return Object.fromEntries(Object.entries(learned).map(([step, l]) => [step, { ...l, strings: on(l) }])) as Record<StepId, Learned>
}

const allOf = once((rows: readonly SeatRow[]): readonly Seat[] => rows.map(seatOf))

/** The seats of a class, in score order. Made once for its rows. */
export const seatsOf = ({ seats }: { readonly seats: readonly SeatRow[] }): readonly Seat[] => allOf(seats)

/** A seat of an instrument at a step of the way, as it is begun with. */
export const newSeat = (instrument: Instrument, step: StepId, id: SeatId = instrument.id, name: string = instrument.name): SeatRow => ({
  id,
  name,
  instrument: instrument.id,
  players: 0,
  learned: instrument.learned[step],
  policy: {},
})

/** The same of every seat. */
export const everySeat = <T>(seats: readonly Pick<Seat, 'id'>[], of: (id: SeatId) => T): Record<SeatId, T> =>
  Object.fromEntries(seats.map((s) => [s.id, of(s.id)]))

/** Seats by name in a sentence: "Violin", "Violin and viola", "Violin, viola and cello"; all of them: "All seats". */
export function saySeats(all: readonly Seat[], ids: readonly SeatId[]): string {
  const names = all.filter((s) => ids.includes(s.id)).map((s) => s.name)
  return names.length === all.length && all.length > 1 ? 'All seats' : sayNames(names)
}
