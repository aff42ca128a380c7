import { once } from '../once'
import type { Need } from '../hands/hold'
import type { Policy } from './policy'

/**
 * What a hand finds dear, in small whole numbers: one unit is about the trouble of one plain crossing by the bow. The only
 * place where the trade's judgement is a number. Roughly from dear to cheap, as teachers rank them (common practice).
 */
export const WEIGHTS = {
  /** A position that the class has not learned, when the hand comes there; a chord that it has not, each time. */
  notLearned: 100,
  /** An opened hand that the class has not learned, when it opens: taught before the first shift where it is usual. */
  openingNotLearned: 60,
  /** A finger or place that the class has not learned, at each note: sooner taught than a position. */
  fingerNotLearned: 40,
  /**
   * A string that the class has not learned, when the hand comes there, for each string that it lies beyond those that are:
   * its fingers are those of the other strings.
   */
  stringNotLearned: 80,
  /** The same for its open string: only the bow comes there. */
  openNotLearned: 30,
  /** A position that is usually taught later than others that are not learned either: for each of these, when the hand comes there. */
  taughtLater: 40,
  /** The same at each note there: what the next position serves is played in the next position. */
  laterNote: 2,
  /** A shift of a class that has not learned to shift there. */
  shiftNotLearned: 100,
  shiftInSlur: 18,
  /** Between notes that follow each other, hand moving while the bow sounds or turns. */
  shift: 12,
  /** While an open string rings, or in a rest, the hand has time. */
  shiftOverOpen: 8,
  shiftOverRest: 7,
  /** Taken off a shift when the same finger leads on the same string. */
  guideFinger: -2,
  /** Half a step only, on the bass: its positions lie so. */
  shiftByHalfStep: -5,
  /** Each half step of a shift beyond a class's first one. */
  shiftFar: 2,
  /** A shift hangs on finger 1 in its upper position: it lands there going up and leaves from there going down. */
  landing: 5,
  /** How long a shift has waited, or how early it comes, where the teacher has asked for the other. */
  timing: 3,
  /** A four-finger bass hand that rolls a half step on its thumb. */
  pivot: 3,
  /** A line that begins with the hand away from first position: a shift that nobody hears. */
  startAway: 10,
  /** The same where it begins on an open string: the hand is set while it rings. */
  startAwayOpen: 3,
  /** Every note away from first position. */
  awayFromFirst: 2,
  /** Half position is first with the hand a half step back: near home. */
  halfPosition: 1,
  /** The teacher wants the other one: of open string and 4, of an extension and a shift. */
  againstPolicy: 16,
  /** Every note that only the opened hand reaches, the opening itself, and the closing between two fingers. */
  extension: 3,
  opening: 4,
  closing: 1,
  /** The two notes do not lie in one frame: the fingers on this string must be set anew. */
  frameBroken: 5,
  /** A string lies between the two. */
  skipString: 4,
  /** Finger 4 of violin and viola: weak, and flat if the hand is not over it. */
  fourthFinger: 4,
  crossingInSlur: 3,
  /** An open string breaks the slur where 4 would have kept it on one string, and the class wants 4 there. */
  openInSlur: 2,
  /** One finger slides between its low and its high place. */
  slide: 3,
  /** One finger hops to the next string. */
  fifth: 3,
  /** A finger goes to another string. */
  crossing: 2,
  /** Only the bow goes: to or from an open string. */
  bowCrossing: 1,
  /** The other string needs another frame. */
  newFrame: 1,
  /** The octave harmonic, touched at the middle of the string. */
  harmonic: 2,
  /** No finger of the hand as it lies is there for the other note of a trill, mordent or turn. */
  ornament: 14,
  /** A glissando that no one finger can play on one string. */
  slideBroken: 30,
  /** Each note of a measure that returns that is fingered otherwise than where it was met first. */
  otherwise: 2,
  /** F read where E sharp is written. */
  respelled: 5,
  /** A finger off its tape. */
  offTape: 1,
} as const satisfies Record<string, number>

/** What octaves are chosen by, in the same units, for each note of the line where nothing else is said. Common practice; the figures are from memory. */
export const OCTAVES = {
  /** A seat stays beside the others though another octave would cost it so much less. */
  usual: 0.6,
  /** The same of the seat after which the others go: with it the whole class would move. */
  leader: 1.2,
  /** The same where the leader has learned all of it as it is written. */
  asWritten: 5,
  /** Octaves that cost about the same: then what the whole part asks is weighed. */
  tie: 5,
  /** How many times the load of the other a part has that is clearly harder. Not by the note. */
  clearly: 1.4,
  /** A note that asks for something that is not learned; what that is counts once, by its kind (`balance/octaves.ts`). */
  newNote: 12,
  /** A chord of which only the top note can be held. */
  cutChord: 120,
  /** A note that stands too far off the staff to be read easily. */
  offStaff: 2,
} as const

export type CostKind = keyof typeof WEIGHTS
/** What is charged for what a class has not learned, beside what it asks of the hand. */
export const FOR_NEW: readonly CostKind[] = [
  'notLearned',
  'openingNotLearned',
  'fingerNotLearned',
  'stringNotLearned',
  'taughtLater',
  'laterNote',
  'shiftNotLearned',
]

/** What each new thing of a hold is charged as. */
export const NEED_COSTS = {
  position: 'notLearned',
  string: 'stringNotLearned',
  finger: 'fingerNotLearned',
  place: 'fingerNotLearned',
  extension: 'openingNotLearned',
  chord: 'notLearned',
} as const satisfies Record<Need, CostKind>

export type Weights = Readonly<Record<CostKind, number>>

/** The weights as the teacher's decisions shift them. */
export const weightsFor = once((policy: Policy): Weights => {
  const w: Record<CostKind, number> = { ...WEIGHTS }
  // Cheaper than the two bow crossings that an open string between two notes of the lower string costs.
  if (policy.fourth === 'crossing') w.fourthFinger = 1
  if (policy.stay === 'string') {
    // Going up the string and down again is cheaper than leaving it.
    w.crossing = w.bowCrossing = 2 * w.shift + 1
    w.skipString = w.shift
    w.awayFromFirst = 0
    w.startAway = w.startAwayOpen = 2
  }
  switch (policy.shiftWhere) {
    case 'pauses':
      w.timing = 0
      break
    case 'same finger':
      w.guideFinger = -8
      w.shiftOverOpen = w.shiftOverRest = w.shift
      w.landing = w.timing = 0
      break
    case 'early':
    case 'late':
      w.shiftOverOpen = w.shiftOverRest = w.shift
      w.guideFinger = w.landing = 0
      break
  }
  return w
})
