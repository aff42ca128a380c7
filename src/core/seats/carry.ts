import type { Pin } from '../fingering/pins'
import { SEATS } from '../hands/instruments'
import { pitchName } from '../music/pitch'
import type { Piece } from '../piece/piece'
import { placeEvents } from '../piece/walk'
import type { Plan } from './plan'

/** Where a note stands and what it is: what must be the same for a pin to stay on it. */
function places(piece: Piece): { byId: Map<string, string>; byPlace: Map<string, string> } {
  const byId = new Map<string, string>()
  const byPlace = new Map<string, string>()
  piece.lines.forEach((line, l) => {
    for (const { event, at, into } of placeEvents(piece, line)) {
      if (event.kind !== 'note') continue
      const place = `${l} ${at.index} ${into} ${event.heads.map((h) => pitchName(h.pitch)).join(',')}`
      byId.set(event.id, place)
      byPlace.set(place, event.id)
    }
  })
  return { byId, byPlace }
}

/** The plan for an edited piece: pins stay on notes that kept their measure, beat and pitch; the others are lifted and counted. */
export function carryPins(before: Piece, after: Piece, plan: Plan): { plan: Plan; lifted: number } {
  const [old, now] = [places(before), places(after)]
  let lifted = 0
  const pins = { ...plan.pins }
  for (const seat of SEATS) {
    const kept: Record<string, Pin> = {}
    for (const [id, pin] of Object.entries(plan.pins[seat])) {
      const to = now.byPlace.get(old.byId.get(id) ?? '')
      if (to) kept[to] = pin
      else lifted++
    }
    pins[seat] = kept
  }
  return { plan: { ...plan, pins }, lifted }
}
