import { FIRST } from '../../instruments/instrument'
import { stepsOf } from '../../music/pitch'
import { measuresOf, type Elsewhere, type Reader, type Thing } from './thing'

/** What a whole part is like, which no single note says. */
const OF_THE_PART = 1

/** In which measures a line sounds. */
const placesIn = ({ reading }: Reader) => reading.notes.map(({ placed: { at } }) => ({ index: at.index, measure: at.measure.number }))

/**
 * Seats that read lower than usual beside the first seat for want of a string: the highest of those on which the first
 * seat plays the line and that they have not. Null where nobody does.
 */
export function octaveThing(readers: readonly Reader[]): Thing | null {
  const [{ reading: leader }] = readers
  const base = leader.map.octave - leader.instrument.beside
  const moved = readers.flatMap(({ reading: { map, instrument } }): Elsewhere[] => {
    const by = map.octave - base - instrument.beside
    if (by >= 0 || map.line !== leader.map.line) return []
    const used = new Set(leader.notes.flatMap((n) => n.hold?.stops.map((s) => s.string) ?? []))
    const own = instrument.strings.map((s) => s.letter)
    const lacks = [...used].map((s) => leader.instrument.strings[s]).filter((s) => !own.includes(s.letter))
    const above = lacks.sort((a, b) => stepsOf(b) - stepsOf(a))[0]
    return above ? [{ seat: map.seat.id, by, lacks: above.letter }] : []
  })
  if (moved.length === 0) return null
  const seats = readers.filter((r) => moved.some((m) => m.seat === r.reading.map.seat.id))
  return {
    id: 'octave',
    order: 'new',
    facts: {
      kind: 'octave',
      moved,
      stays: seats.every((r) => r.reading.notes.every((n) => !n.hold || n.hold.open || n.hold.position === FIRST)),
    },
    seats: moved.map((m) => m.seat),
    measures: measuresOf(seats.flatMap(placesIn)),
    kinds: [],
    spots: [],
    weight: OF_THE_PART,
  }
}

/** How uneven meters are felt, each once; null where there is none. */
export function meterThing(readers: readonly Reader[]): Thing | null {
  const [{ reading }] = readers
  const uneven = new Map(
    reading.notes.flatMap(({ placed: { at } }) => {
      const groups = at.meter.groups ?? at.meter.felt
      return groups ? [[`${at.meter.beats}/${at.meter.unit} ${groups.join()}`, { meter: at.meter, groups }] as const] : []
    }),
  )
  if (uneven.size === 0) return null
  return {
    id: 'meter',
    order: 'rhythm',
    facts: { kind: 'meter', felt: [...uneven.values()] },
    seats: readers.map((r) => r.reading.map.seat.id),
    measures: measuresOf(placesIn(readers[0])),
    kinds: [],
    spots: [],
    weight: OF_THE_PART,
  }
}
