import { handSteps } from '../fingering/along'
import type { SeatMap } from '../fingering/map'
import { beatOf } from '../music/time'
import { headBeat } from '../piece/address'
import type { Ensemble } from '../balance/ensemble'
import type { SeatId } from '../seats/seat'
import { PLAIN_TONGUE, sayHold, sayPitches } from '../words/en/hands'
import type { FrozenMap } from './frozen.schema'

export type { FrozenMap } from './frozen.schema'

/** How every note of some seats is played, in words: what a hand-out keeps beside its picture. In plain ones, however the class talks: what is kept is compared with what is. */
export const frozenMap = (ensemble: Ensemble, seats: readonly SeatId[]): FrozenMap =>
  Object.fromEntries(seats.flatMap((id) => (ensemble[id] ? [[id, { name: ensemble[id].seat.name, notes: notesOf(ensemble[id]) }]] : [])))

const notesOf = (map: SeatMap): FrozenMap[string]['notes'] =>
  handSteps(map).map(({ placed, pitches, hold }) => ({
    event: placed.event.id,
    where: headBeat(map.line, placed.at.index, beatOf(placed.into, placed.at.meter)),
    says: `${sayPitches(PLAIN_TONGUE, pitches)} ${sayHold(PLAIN_TONGUE, map.instrument, hold)}`,
  }))

/** What a map has otherwise than it had, a sentence each, seat by seat: "Cello: line 1, measure 3, beat 1: A3 was open A, is 4 on D." */
export function sayChangedMap(then: FrozenMap, now: FrozenMap): string[] {
  return Object.entries(then).flatMap(([seat, { name, notes }]) => {
    const today = now[seat]
    if (!today) return [`${name}: the class no longer has this seat.`]
    const byEvent = new Map(today.notes.map((n) => [n.event, n]))
    const printed = new Set(notes.map((n) => n.event))
    return [
      ...notes.flatMap((n) => {
        const is = byEvent.get(n.event)
        if (!is) return [`${name}: ${n.where}: ${n.says} is gone.`]
        return is.says === n.says ? [] : [`${name}: ${n.where}: was ${n.says}, is ${is.says}.`]
      }),
      ...today.notes.filter((n) => !printed.has(n.event)).map((n) => `${name}: ${n.where}: ${n.says} is new.`),
    ]
  })
}
