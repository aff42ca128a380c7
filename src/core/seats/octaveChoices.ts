import type { SeatMap } from '../fingering/map'
import type { Piece } from '../piece/piece'
import type { ClassSettings } from './class'
import { seatMap } from './ensemble'
import type { Plan } from './plan'
import { profileOf, sayChanges } from './profile'
import type { Seat } from './seat'

/** What another octave does to a seat, dearest first: "no shifts instead of 18", "3 ledger notes instead of none"; empty where it is alike. */
export function sayOctaveChange(piece: Piece, plan: Plan, klass: ClassSettings, seat: Seat, now: SeatMap, octave: number): string[] {
  if (octave === now.octave) return []
  return sayChanges(profileOf(piece, now), profileOf(piece, seatMap(piece, plan, klass, seat, octave)))
}
