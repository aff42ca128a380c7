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

/** The notes of a visit at which the position is new; all of it where something else is new there. */
function newNotes({ notes }: Visit): readonly ReadNote[] {
  const there = notes.filter((n) => n.hold?.needs.includes('position'))
  return there.length ? there : notes
}

/** Who leaves first position, where to and where: in one sentence, what is new first. Nothing where no spot says so. */
export function visitThings(readers: readonly Reader[]): { things: Thing[]; said: Set<string> } {
  const visits = readers.flatMap(visitsOf).filter((v) => v.spots.some(isHard))
  if (visits.length === 0) return { things: [], said: new Set() }
  /** Who is away at notes of these visits, and where. */
  const awayIn = (here: readonly Visit[], which: (v: Visit) => readonly ReadNote[]): Away[] =>
    readers.flatMap(({ reading }): Away[] => {
      const own = here.filter((v) => v.reader.reading === reading).flatMap(which)
      if (own.length === 0) return []
      const to = [...new Set(own.map((n) => positionKey(reading.instrument.positions[n.hold!.position])))]
      return [{ seat: reading.map.seat.id, to, at: own.map((n) => n.placed.at.index) }]
    })
  const fresh = visits.filter((v) => v.fresh)
  const spots = visits.flatMap((v) => v.spots).sort((a, b) => a.onset - b.onset)
  // Where something is new the move is taught; what is known goes along in the same sentence.
  const counted = fresh.length ? fresh.flatMap((v) => v.spots) : spots
  return {
    said: new Set(spots.map((s) => s.id)),
    things: [
      {
        id: `visits ${fresh.length ? 'new' : 'known'}`,
        order: fresh.length ? 'new' : 'hand',
        facts: {
          kind: 'visits',
          fresh: awayIn(fresh, newNotes),
          known: awayIn(visits, (v) => (v.fresh ? v.notes.filter((n) => !newNotes(v).includes(n)) : v.notes)),
          stay: readers.filter((r) => visitsOf(r).length === 0).map((r) => r.reading.map.seat.id),
        },
        seats: seatsIn(readers, spots),
        measures: measuresOf(visits.flatMap(placesOf)),
        kinds: kindsIn(spots),
        spots,
        weight: weightOf(readers, counted) * (fresh.length ? 2 : 1),
      },
    ],
  }
}
