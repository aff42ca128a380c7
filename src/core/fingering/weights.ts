/**
 * What a hand finds dear, in small whole numbers: one unit is about the trouble of one plain crossing. The only place
 * where the trade's judgement is a number. Roughly from dear to cheap, as teachers rank them (common practice).
 */
export const WEIGHTS = {
  /** A position, extension or stretch that the class has not learned. */
  notLearned: 60,
  shiftInSlur: 18,
  /** Between notes that follow each other, hand moving while the bow sounds or turns. */
  shift: 12,
  /** While an open string rings, or in a rest, the hand has time. */
  shiftOverOpen: 8,
  shiftOverRest: 7,
  /** Taken off a shift when the same finger leads on the same string. */
  guideFinger: -2,
  /** Half a step only, as the bass does between half and first position. */
  shiftByHalfStep: -6,
  /** Every note away from first position: a little more than a shift, so that only what first position lacks is played there. */
  awayFromFirst: 13,
  /** Half position is first with the hand a half step back: near home. */
  halfPosition: 4,
  /** Every note that the opened hand plays, and the opening itself. */
  extension: 3,
  opening: 4,
  /** A string lies between the two. */
  skipString: 4,
  crossingInSlur: 3,
  /** Finger 4 of violin and viola: weak, and flat if the hand is not over it. */
  fourthFinger: 4,
  /** The teacher wants the other one of open string and 4. */
  againstPolicy: 16,
  /** One finger slides between its low and its high place. */
  slide: 3,
  /** One finger hops to the next string. */
  fifth: 3,
  /** The two notes do not lie in one frame: the fingers must be set anew. */
  frameBroken: 5,
  /** A finger goes to another string. */
  crossing: 2,
  /** Only the bow goes: to or from an open string. */
  bowCrossing: 1,
  /** F read where E sharp is written. */
  respelled: 5,
  /** A finger off its tape. */
  offTape: 1,
} as const satisfies Record<string, number>

export type CostKind = keyof typeof WEIGHTS
export type Weights = Readonly<Record<CostKind, number>>
