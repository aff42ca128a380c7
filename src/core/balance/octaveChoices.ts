import type { SeatMap } from '../fingering/map'
import type { Piece } from '../piece/piece'
import type { ClassSettings } from '../plan/class'
import { seatMap } from './ensemble'
import type { Plan } from '../plan/plan'
import { profileOf, sayProfileChanges } from './profile'
import type { Seat } from '../seats/seat'

/** So many notes out of reach are no part to play. */
const MANY = 4

/** What another octave does to a seat, dearest first: "no shifts instead of 18", "3 ledger notes instead of none"; empty where it is alike. */
export function sayOctaveChange(piece: Piece, plan: Plan, klass: ClassSettings, seat: Seat, now: SeatMap, octave: number): string[] {
  if (octave === now.octave) return []
  const [before, then] = [profileOf(piece, now), profileOf(piece, seatMap(piece, plan, klass, seat, octave))]
  const changes = sayProfileChanges(before, then)
  // Of a part that is mostly out of reach nothing else is worth saying.
  return then.out > before.out + MANY ? changes.slice(0, 1) : changes
}
