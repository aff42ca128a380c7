import type { Substitutes } from '../fingering/substitute'
import { transposed, type Interval } from '../music/interval'
import type { Piece } from '../piece/piece'
import { inSignature, intervalTo } from '../piece/transpose'
import type { Plan } from '../plan/plan'

/** A piece and its plan in another key, and what could not come along. */
export type InKey = {
  readonly piece: Piece
  readonly plan: Plan
  /** Fingers and strings that the file gave, and pins: they belong to the old notes. */
  readonly dropped: number
  readonly lifted: number
}

/**
 * Moves a piece into another signature with what the teacher has decided about it: substitutes move along, pins are lifted.
 * Null when a note would leave the range of pitches.
 */
export function inKey(piece: Piece, plan: Plan, fifths: number): InKey | null {
  if (fifths === piece.key.fifths) return { piece, plan, dropped: 0, lifted: 0 }
  const moved = inSignature(piece, fifths)
  if (!moved) return null
  const by = intervalTo(piece.key.fifths, fifths)
  const lifted = Object.values(plan.pins).reduce((n, pins) => n + Object.keys(pins ?? {}).length, 0)
  return {
    piece: moved.piece,
    plan: {
      ...plan,
      pins: {},
      substitutes: Object.fromEntries(Object.entries(plan.substitutes).map(([seat, of]) => [seat, movedSubstitutes(of ?? {}, by)])),
    },
    dropped: moved.dropped,
    lifted,
  }
}

/** Substitutes moved along. */
export function movedSubstitutes(substitutes: Substitutes, by: Interval): Record<string, Substitutes[string]> {
  return Object.fromEntries(
    Object.entries(substitutes).map(([id, s]): [string, Substitutes[string]] => {
      if (s.kind === 'tone') return [id, { ...s, pitch: transposed(s.pitch, by) }]
      return [id, s.kind === 'chord' ? { ...s, pitches: s.pitches.map((p) => transposed(p, by)) } : s]
    }),
  )
}
