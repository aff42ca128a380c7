import type { Spot } from './spots/spot'
import type { KindChoice, SpotChoice } from '../plan/choice.schema'

export type { KindChoice, SpotChoice } from '../plan/choice.schema'

/** From this hardness on a spot is shown without being asked for. */
export const SHOWN_FROM = 0.3

/** Whether a spot is to be seen: as the piece says, else the class, else by how hard it is. */
export function isShown(s: Spot, ofPiece: SpotChoice, ofClass: KindChoice): boolean {
  if (ofPiece.muted.includes(s.id)) return false
  const choice = ofPiece.kinds[s.kind] ?? ofClass[s.kind]
  return choice ? choice === 'show' : s.hard >= SHOWN_FROM && s.under === undefined
}
