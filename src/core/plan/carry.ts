import { pitchName } from '../music/pitch'
import type { Piece } from '../piece/piece'
import { placeEvents } from '../piece/walk'
import type { Plan } from './plan'
import type { BySeat, SeatId } from '../seats/seat'

/** Where a note stands and what it is: what must be the same for a pin to stay on it. */
type Placed = { readonly place: string; readonly pitches: string }

function places(piece: Piece): { byId: Map<string, Placed>; byPlace: Map<string, string> } {
  const byId = new Map<string, Placed>()
  const byPlace = new Map<string, string>()
  piece.lines.forEach((line, l) => {
    for (const { event, at, into } of placeEvents(piece, line)) {
      if (event.kind !== 'note') continue
      const pitches = event.heads.map((h) => pitchName(h.pitch)).join(',')
      const place = `${l} ${at.index} ${into} ${pitches}`
      byId.set(event.id, { place, pitches })
      byPlace.set(place, event.id)
    }
  })
  return { byId, byPlace }
}

/**
 * The plan for an edited piece: pins and substitutes stay on notes that kept their measure, beat and pitch; the others are
 * lifted and counted. With `by` "id" a note is the same when its id and pitch are, wherever it has moved: for edits that
 * keep ids, which reading a text anew does not.
 */
export function carryPins(before: Piece, after: Piece, plan: Plan, by: 'id' | 'place' = 'place'): { plan: Plan; lifted: number } {
  const [old, now] = [places(before), places(after)]
  let lifted = 0
  const carry = <T>(bySeat: BySeat<Readonly<Record<string, T>>>): Record<SeatId, Record<string, T>> => {
    const kept: Record<SeatId, Record<string, T>> = {}
    for (const [seat, decided] of Object.entries(bySeat)) {
      kept[seat] = {}
      for (const [id, value] of Object.entries(decided ?? {})) {
        const was = old.byId.get(id)
        const same = by === 'id' && was !== undefined && now.byId.get(id)?.pitches === was.pitches
        const to = same ? id : now.byPlace.get(was?.place ?? '')
        if (to) kept[seat][to] = value
        else lifted++
      }
    }
    return kept
  }
  return { plan: { ...plan, pins: carry(plan.pins), substitutes: carry(plan.substitutes) }, lifted }
}
