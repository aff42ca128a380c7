import type { Difference } from './alternatives'
import type { CostKind, Weights } from './weights'

/** How often something falls due on the chosen line and on the other, as far as they differ. */
type Times = { readonly mine: number; readonly theirs: number }

/** What a line has none of, or less of, than another. */
type Less =
  | 'learned'
  | 'shift in slur'
  | 'pivot'
  | 'begins in first'
  | 'first position'
  | 'extension'
  | 'opening'
  | 'crossing in slur'
  | 'skipped string'
  | 'crossing of the hand'
  | 'fourth finger'
  | 'policy'
  | 'slide'
  | 'fifth'
  | 'frame'
  | 'otherwise'
  | 'harmonic'
  | 'ornament'
  | 'glissando'
  | 'respelled'
  | 'off tape'

/** One thing that a line is spared beside another; `none`: it has none of it at all. */
export type Spared =
  | { readonly kind: Less; readonly none: boolean }
  | { readonly kind: 'shifts' | 'crossings'; readonly times: number }
  | { readonly kind: 'shorter shift'; readonly one: boolean }
  /** To positions that are not learned it goes so often, and always to the same where it is named. */
  | { readonly kind: 'fewer visits'; readonly times: number; readonly to: string | null }
  | { readonly kind: 'taught sooner' | 'unlearned shift' | 'time to shift' | 'guided' | 'timing' }

/** A family of costs that a teacher sees as one thing: what it comes to is netted before anything is said of it. */
type Family = {
  readonly kinds: readonly CostKind[]
  readonly spares: (of: (...kinds: CostKind[]) => Times, differs: Difference) => Spared | null
}

/** What is charged where something new is met. */
const NEW: readonly CostKind[] = ['notLearned', 'openingNotLearned', 'fingerNotLearned', 'stringNotLearned', 'openNotLearned']
const SHIFTS: readonly CostKind[] = ['shift', 'shiftInSlur', 'shiftOverOpen', 'shiftOverRest']

/** What is spared when the chosen line has less of something, or none. */
const less =
  (kinds: readonly CostKind[], kind: Less): Family['spares'] =>
  (of) => {
    const { mine, theirs } = of(...kinds)
    return theirs > mine ? { kind, none: mine === 0 } : null
  }

const family = (kinds: readonly CostKind[], kind: Less): Family => ({ kinds, spares: less(kinds, kind) })

const FAMILIES: readonly Family[] = [
  {
    kinds: [...NEW, 'taughtLater', 'laterNote'],
    spares: (of, { fresh, visits }) => {
      if (fresh.theirs > fresh.mine) return { kind: 'learned', none: fresh.mine === 0 }
      const { mine, theirs } = visits
      if (theirs.length > mine.length && mine.length > 0)
        return { kind: 'fewer visits', times: mine.length, to: new Set(mine).size === 1 ? mine[0] : null }
      const later = of('taughtLater')
      return later.theirs > later.mine && mine.length === theirs.length ? { kind: 'taught sooner' } : null
    },
  },
  {
    kinds: [...SHIFTS, 'shiftNotLearned', 'guideFinger', 'shiftByHalfStep', 'shiftFar', 'landing', 'timing'],
    spares: (of, differs) => {
      const { mine, theirs } = of(...SHIFTS)
      const unlearned = of('shiftNotLearned')
      if (mine <= theirs && unlearned.theirs > unlearned.mine && unlearned.mine === 0) return { kind: 'unlearned shift' }
      const slur = mine <= theirs ? less(['shiftInSlur'], 'shift in slur')(of, differs) : null
      if (slur) return slur
      if (theirs > mine) return { kind: 'shifts', times: theirs - mine }
      if (mine > theirs || mine === 0) return null
      const hurried = of('shift', 'shiftInSlur')
      if (hurried.theirs > hurried.mine) return { kind: 'time to shift' }
      const { shifted } = differs
      if (shifted.theirs > shifted.mine) return { kind: 'shorter shift', one: mine === 1 }
      const guide = of('guideFinger')
      if (guide.mine > guide.theirs) return { kind: 'guided' }
      const late = of('timing')
      return late.theirs > late.mine ? { kind: 'timing' } : null
    },
  },
  family(['pivot'], 'pivot'),
  {
    kinds: ['startAway', 'startAwayOpen', 'awayFromFirst', 'halfPosition'],
    spares: (of, differs) =>
      less(['startAway', 'startAwayOpen'], 'begins in first')(of, differs) ??
      less(['awayFromFirst', 'halfPosition'], 'first position')(of, differs),
  },
  {
    kinds: ['extension', 'opening', 'closing'],
    spares: (of, differs) => less(['extension'], 'extension')(of, differs) ?? less(['opening'], 'opening')(of, differs),
  },
  {
    kinds: ['crossing', 'bowCrossing', 'crossingInSlur', 'openInSlur', 'skipString'],
    spares: (of, differs) => {
      const { mine, theirs } = of('crossing', 'bowCrossing')
      const slur = mine <= theirs ? less(['crossingInSlur'], 'crossing in slur')(of, differs) : null
      if (slur) return slur
      if (theirs > mine) return { kind: 'crossings', times: theirs - mine }
      if (mine > theirs) return null
      return less(['skipString'], 'skipped string')(of, differs) ?? less(['crossing'], 'crossing of the hand')(of, differs)
    },
  },
  family(['fourthFinger'], 'fourth finger'),
  family(['againstPolicy'], 'policy'),
  family(['slide'], 'slide'),
  family(['fifth'], 'fifth'),
  family(['frameBroken', 'newFrame'], 'frame'),
  family(['otherwise'], 'otherwise'),
  family(['harmonic'], 'harmonic'),
  family(['ornament'], 'ornament'),
  family(['slideBroken'], 'glissando'),
  family(['respelled'], 'respelled'),
  family(['offTape'], 'off tape'),
]

/** The two things that weigh most for the chosen way, each true of both lines; empty when nothing can be said for it. */
export function sparedOf(differs: Difference, weights: Weights): readonly Spared[] {
  const of = (...kinds: CostKind[]): Times =>
    kinds.reduce(
      (sum, k) => {
        const t = differs.times.get(k)
        return t ? { mine: sum.mine + t.mine, theirs: sum.theirs + t.theirs } : sum
      },
      { mine: 0, theirs: 0 },
    )
  return FAMILIES.map(({ kinds, spares }) => ({
    cost: kinds.reduce((sum, k) => sum + weights[k] * (of(k).theirs - of(k).mine), 0),
    spares,
  }))
    .filter(({ cost }) => cost > 0)
    .sort((a, b) => b.cost - a.cost)
    .flatMap(({ spares }) => spares(of, differs) ?? [])
    .slice(0, 2)
}
