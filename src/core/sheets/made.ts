import { candidates } from '../fingering/candidates'
import { atHome } from '../fingering/visits'
import { isLearned } from '../hands/hold'
import type { Piece } from '../piece/piece'
import type { Reading, ReadNote } from '../reading/reading'
import type { ClassSettings } from '../plan/class'
import type { Ensemble } from '../balance/ensemble'
import type { Plan } from '../plan/plan'
import type { SeatId } from '../seats/seat'
import type { Tongue } from '../words/en/hands'
import { handWords } from '../words/hands'
import type { Music } from './blocks'

/** What a sheet is made of: the piece with its plan and class, and the same mapped. */
export type SheetSource = { readonly piece: Piece; readonly plan: Plan; readonly klass: ClassSettings }
export type Made = SheetSource & { readonly ensemble: Ensemble }

/** The part of a seat as it stands on a sheet. */
export const madePart = ({ piece, plan, klass }: SheetSource, seat: SeatId, marks: Music['marks'], much: Music['much'] = 'all'): Music => ({
  piece,
  plan,
  klass,
  seat,
  much,
  marks,
})

/** Every way that a seat has learned to play a note, the way of the map first: all right answers. */
export function allWays(r: Reading, n: ReadNote, talk: Tongue): string[] {
  const w = handWords(talk)
  if (!n.hold) return [w.outOfReach]
  const { setup } = r.map
  const own = w.sayHold(talk, r.instrument, n.hold)
  const pitches = n.heads.map((h) => h.pitch)
  const others = atHome(
    setup.learned,
    candidates(setup, pitches).filter((h) => isLearned(h) && !h.respelled),
  ).map((h) => w.sayHold(talk, r.instrument, h))
  return [...new Set([own, ...others])]
}
