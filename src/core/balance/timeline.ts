import type { MappedNote, SeatMap } from '../fingering/map'
import type { Piece } from '../piece/piece'
import { placeEvents, type PlacedEvent } from '../piece/walk'
import { mapsOf, type Ensemble } from './ensemble'

/** A moment of the class: something begins for at least one seat. Ticks from the start of the written piece. */
export type Beat = { readonly onset: number; readonly ticks: number; readonly first: PlacedEvent }

/** Every moment at which a seat's line has a note or rest, in order, each lasting to the next. */
export function timelineOf(piece: Piece, ensemble: Ensemble): Beat[] {
  const lines = [...new Set(mapsOf(ensemble).map((m) => m.line))]
  const starts = new Map<number, PlacedEvent>()
  let end = 0
  for (const line of lines)
    for (const p of placeEvents(piece, line)) {
      if (!starts.has(p.onset)) starts.set(p.onset, p)
      end = Math.max(end, p.onset + p.ticks)
    }
  const order = [...starts].sort(([a], [b]) => a - b)
  return order.map(([onset, first], i) => ({ onset, ticks: (order[i + 1]?.[0] ?? end) - onset, first }))
}

/** What a seat does at a time: the event that sounds or rests then, and the notes it is held by (none: a rest, or out of reach). */
export type MomentAnswer = { readonly placed: PlacedEvent; readonly notes: readonly MappedNote[] }

/** The event of a seat's line at a time in ticks, or null after its end. */
export function answerAt(piece: Piece, map: SeatMap, onset: number): MomentAnswer | null {
  const events = placeEvents(piece, map.line)
  let [low, high] = [0, events.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (events[middle].onset <= onset) low = middle
    else high = middle - 1
  }
  const placed = events[low]
  if (!placed || onset < placed.onset || onset >= placed.onset + placed.ticks) return null
  return { placed, notes: map.byEvent.get(placed.event.id) ?? [] }
}
