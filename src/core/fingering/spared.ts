import type { Difference } from './alternatives'
import type { CostKind, Weights } from './weights'

/** How often something falls due on the chosen line and on the other, as far as they differ. */
type Times = { readonly mine: number; readonly theirs: number }

/** A family of costs that a teacher sees as one thing: what it comes to is netted before anything is said of it. */
type Family = {
  readonly kinds: readonly CostKind[]
  readonly says: (of: (...kinds: CostKind[]) => Times, learned: boolean) => string | null
}

const SHIFTS: readonly CostKind[] = ['shift', 'shiftInSlur', 'shiftOverOpen', 'shiftOverRest']

/** What is said when the chosen line has less of something: one thing when it has none, another when it still has some. */
const less =
  (kinds: readonly CostKind[], none: string, fewer: string): Family['says'] =>
  (of) => {
    const { mine, theirs } = of(...kinds)
    return theirs > mine ? (mine === 0 ? none : fewer) : null
  }

const family = (kinds: readonly CostKind[], none: string, fewer: string): Family => ({ kinds, says: less(kinds, none, fewer) })

const saves = (n: number, one: string, many: string): string => (n === 1 ? `saves ${one}` : `saves ${n} ${many}`)

const FAMILIES: readonly Family[] = [
  {
    kinds: ['notLearned', 'taughtLater'],
    says: (of, learned) =>
      less(['notLearned'], learned ? 'stays with what the class has learned' : 'less that is new', 'less that is new')(of, learned) ??
      (of('taughtLater').theirs > of('taughtLater').mine && of('notLearned').mine === of('notLearned').theirs
        ? 'what is usually taught sooner'
        : null),
  },
  {
    kinds: [...SHIFTS, 'shiftNotLearned', 'guideFinger', 'shiftByHalfStep', 'shiftFar', 'landing', 'timing'],
    says: (of) => {
      const { mine, theirs } = of(...SHIFTS)
      const unlearned = of('shiftNotLearned')
      if (mine <= theirs && unlearned.theirs > unlearned.mine && unlearned.mine === 0) return 'no shift that the class has not learned'
      const slur = of('shiftInSlur')
      if (mine <= theirs && slur.theirs > slur.mine) return slur.mine === 0 ? 'no shift inside the slur' : 'fewer shifts inside slurs'
      if (theirs > mine) return saves(theirs - mine, 'a shift', 'shifts')
      if (mine > theirs || mine === 0) return null
      const hurried = of('shift', 'shiftInSlur')
      if (hurried.theirs > hurried.mine) return 'shifts where the hand has time'
      const far = of('shiftFar')
      if (far.theirs > far.mine) return mine === 1 ? 'a shorter shift' : 'shorter shifts'
      const guide = of('guideFinger')
      if (guide.mine > guide.theirs) return 'a finger leads the shift'
      const late = of('timing')
      return late.theirs > late.mine ? 'shifts nearer to where the class wants it' : null
    },
  },
  family(['pivot'], 'the hand need not roll', 'the hand rolls less'),
  {
    kinds: ['startAway', 'startAwayOpen', 'awayFromFirst', 'halfPosition'],
    says: (of) =>
      less(['startAway', 'startAwayOpen'], 'begins in first position', 'begins in first position')(of, true) ??
      less(['awayFromFirst', 'halfPosition'], 'stays in first position', 'less time away from first position')(of, true),
  },
  {
    kinds: ['extension', 'opening', 'closing'],
    says: (of) =>
      less(['extension'], 'needs no stretch', 'fewer stretches')(of, true) ??
      less(['opening'], 'the hand opens less often', 'the hand opens less often')(of, true),
  },
  {
    kinds: ['crossing', 'bowCrossing', 'crossingInSlur', 'openInSlur', 'skipString'],
    says: (of) => {
      const { mine, theirs } = of('crossing', 'bowCrossing')
      const slur = of('crossingInSlur')
      if (mine <= theirs && slur.theirs > slur.mine) return slur.mine === 0 ? 'no crossing inside the slur' : 'fewer crossings inside slurs'
      if (theirs > mine) return saves(theirs - mine, 'a crossing', 'crossings')
      if (mine > theirs) return null
      const skip = of('skipString')
      if (skip.theirs > skip.mine) return skip.mine === 0 ? 'skips no string' : 'skips fewer strings'
      const hand = of('crossing')
      return hand.theirs > hand.mine ? (hand.mine === 0 ? 'only the bow crosses' : 'the hand crosses less') : null
    },
  },
  family(['fourthFinger'], 'spares the fourth finger', 'fewer fourth fingers'),
  family(['againstPolicy'], 'as the class is set', 'nearer to how the class is set'),
  family(['slide'], 'no finger has to slide', 'fewer slides'),
  family(['fifth'], 'no finger hops across strings', 'fewer hops across strings'),
  family(['frameBroken', 'newFrame'], 'keeps one frame', 'fewer new frames'),
  family(['otherwise'], 'fingered as where it came before', 'more of it fingered as where it came before'),
  family(['harmonic'], 'needs no harmonic', 'fewer harmonics'),
  family(['respelled'], 'fingered as it is spelled', 'more of it fingered as it is spelled'),
  family(['offTape'], 'stays on the tapes', 'fewer places off the tapes'),
]

/** The two things that weigh most for the chosen way, each true of both lines; empty when nothing can be said for it. */
export function sayDifference(differs: Difference, weights: Weights): string {
  const of = (...kinds: CostKind[]): Times =>
    kinds.reduce(
      (sum, k) => {
        const t = differs.times.get(k)
        return t ? { mine: sum.mine + t.mine, theirs: sum.theirs + t.theirs } : sum
      },
      { mine: 0, theirs: 0 },
    )
  return FAMILIES.map(({ kinds, says }) => ({
    cost: kinds.reduce((sum, k) => sum + weights[k] * (of(k).theirs - of(k).mine), 0),
    says,
  }))
    .filter(({ cost }) => cost > 0)
    .sort((a, b) => b.cost - a.cost)
    .flatMap(({ says }) => says(of, differs.learned) ?? [])
    .slice(0, 2)
    .join(', ')
}
