import { FIRST, positionKey } from '../../instruments/instrument'
import type { ReadNote } from '../reading'
import type { Spot } from '../spots/spot'
import { isHard, kindsIn, measuresOf, seatsIn, weightOf, type Away, type Reader, type Thing } from './thing'

/** A hand away from first position, from the note that takes it there to the one before it is back. */
export type Visit = {
  readonly reader: Reader
  readonly notes: readonly ReadNote[]
  /** Positions in the order in which they are come to, each once. */
  readonly positions: readonly string[]
  /** All that is met on the way: there, in between, and on the way back. */
  readonly spots: readonly Spot[]
  readonly fresh: boolean
}

/** The visits of a seat's hand to other positions, in written order. Open strings leave it where it is. */
export function visitsOf(reader: Reader): Visit[] {
  const { reading, all } = reader
  const visits: Visit[] = []
  let notes: ReadNote[] = []
  const close = (back: ReadNote | null) => {
    if (notes.length === 0) return
    const events = new Set([...notes, ...(back ? [back] : [])].map((n) => n.placed.event.id))
    const spots = all.filter(
      (s) => events.has(s.event) && MOVES.has(s.kind) && (s.kind !== 'new-for-class' || isOfTheMove(reading.byEvent.get(s.event)!)),
    )
    const positions = [...new Set(notes.map((n) => positionKey(reading.instrument.positions[n.hold!.position])))]
    visits.push({ reader, notes, positions, spots, fresh: spots.some((s) => s.kind === 'new-for-class') })
    notes = []
  }
  for (const n of reading.notes) {
    if (!n.hold || n.hold.open) continue
    if (n.hold.position === FIRST) close(n)
    else notes.push(n)
  }
  close(null)
  return visits
}

/** Whether what is new at a note is that the hand goes there, and not a finger or a string. */
const isOfTheMove = ({ hold }: ReadNote): boolean => !hold || hold.needs.length === 0 || hold.needs.includes('position')

/** What a move of the hand brings with it at the same note: said with it. */
const MOVES = new Set<Spot['kind']>(['new-for-class', 'shift', 'half-position', 'two-new'])

const placesOf = (v: Visit) => v.notes.map((n) => ({ index: n.placed.at.index, measure: n.placed.at.measure.number }))

/** Who leaves first position, where to and where: once for what is new, once for what is learned. Nothing where no spot says so. */
export function visitThings(readers: readonly Reader[]): { things: Thing[]; said: Set<string> } {
  const visits = readers.flatMap(visitsOf).filter((v) => v.spots.some(isHard))
  const said = new Set<string>()
  const things = [true, false].flatMap((fresh): Thing[] => {
    const here = visits.filter((v) => v.fresh === fresh)
    if (here.length === 0) return []
    const spots = here.flatMap((v) => v.spots).sort((a, b) => a.onset - b.onset)
    for (const s of spots) said.add(s.id)
    const seats = seatsIn(readers, spots)
    const measures = measuresOf(here.flatMap(placesOf))
    const away = seats.map((seat): Away => {
      const own = here.filter((v) => v.reader.reading.map.seat.id === seat)
      return { seat, to: [...new Set(own.flatMap((v) => v.positions))], at: own.flatMap(placesOf).map((p) => p.index) }
    })
    const stay = readers.filter((r) => visitsOf(r).length === 0).map((r) => r.reading.map.seat.id)
    return [
      {
        id: `visits ${fresh ? 'new' : 'known'}`,
        order: fresh ? 'new' : 'hand',
        facts: { kind: 'visits', fresh, away, stay },
        seats,
        measures,
        kinds: kindsIn(spots),
        spots,
        weight: weightOf(readers, spots) * (fresh ? 2 : 1),
      },
    ]
  })
  return { things, said }
}
