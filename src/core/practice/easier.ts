import { practised, type Practised } from '../drills/practised'
import { keyName } from '../music/key'
import { sayList } from '../names'
import type { Piece } from '../piece/piece'
import type { ClassSettings } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { inKey } from '../balance/inKey'
import type { Plan } from '../plan/plan'
import { searcher, USUAL_SPACE } from '../balance/search'
import { seatsOf, type SeatId } from '../seats/seat'
import { withSetting } from '../balance/setting'
import { sayWork } from '../words/en/amounts'
import { learningsOf } from './prepares'
import { leftIn } from './schedule'
import type { PlanAsk } from './dayPlan'

/** A piece in another key, with the octaves that suit it there. */
export type InOtherKey = { readonly key: string; readonly c: Practised }

/** How many keys of a piece are planned with: those with the least to do. */
const MOST_KEYS = 3

/** Points that all seats together have to do. */
const loadOf = ({ players }: Practised): number => players.reduce((n, p) => n + p.load.total, 0)

/** The keys in which every note can be reached and the class has less to do than now, the least first. */
export function easierKeys(piece: Piece, plan: Plan, klass: ClassSettings, now: Practised): InOtherKey[] {
  const seats = seatsOf(klass)
  const find = searcher(piece, plan, klass)
  const ranked = USUAL_SPACE.signatures
    .filter((f) => f !== piece.key.fifths)
    .flatMap((fifths) =>
      find(fifths)
        .filter((s) => s.out === 0)
        .slice(0, 1),
    )
    .sort((a, b) => a.total - b.total)
    .slice(0, MOST_KEYS)
  return ranked
    .flatMap(({ setting }) => {
      const there = inKey(piece, plan, setting.fifths)
      if (!there) return []
      const own = withSetting(there.plan, seats, setting, setting)
      return [
        {
          key: keyName(there.piece.key),
          c: practised(there.piece, seats, ensembleMapper()(there.piece, own, klass), null, { ...own, talk: klass.talk }),
        },
      ]
    })
    .filter(({ c }) => loadOf(c) < loadOf(now))
}

/** A piece that a plan is made of, and where it has less to do. */
export type PlannedEasier = { readonly id: string; readonly c: Practised; readonly others: () => readonly InOtherKey[] }

/**
 * Whether a plan that does not fit would with a piece in a key with less to do, in a sentence. It is planned anew with each
 * of them: what was done of the piece so far was other notes and is learned anew there. `where`: the piece that it speaks of.
 */
export function easierPlan(
  all: readonly PlannedEasier[],
  ask: Omit<PlanAsk, 'learnings'>,
  seat: SeatId | null = null,
): { readonly text: string; readonly where: string | null } {
  const planned = (by: ReadonlyMap<string, InOtherKey>) => {
    const pieces = all.map(({ id, c }) => ({ id, c: by.get(id)?.c ?? c }))
    const done = ask.done?.filter((d) => !by.has(d.piece))
    return leftIn({ ...ask, done, learnings: learningsOf(pieces, seat) })
  }
  const now = planned(new Map())
  if (now.length === 0) return { text: 'All of it fits already.', where: null }
  const troubled = all.filter(({ c }) => now.some((x) => x.piece === c.piece.title))
  const tried = troubled.flatMap((p) => p.others().map((to) => ({ p, to, left: planned(new Map([[p.id, to]])).length })))
  if (tried.length === 0) {
    const which = sayList(troubled.map(({ c }) => c.piece.title))
    return { text: `No other key is easier for ${which}.`, where: null }
  }
  const called = ({ p, to }: (typeof tried)[number]) => `${p.c.piece.title} in ${to.key}`
  const fits = tried.find((x) => x.left === 0)
  if (fits) return { text: `It would fit with ${called(fits)}, which is ${sayLoads(fits)}.`, where: fits.p.id }
  const best = troubled.flatMap((p) => tried.filter((x) => x.p === p).slice(0, 1))
  if (best.length > 1 && planned(new Map(best.map(({ p, to }) => [p.id, to]))).length === 0)
    return { text: `It would fit with ${sayList(best.map(called))} together.`, where: null }
  const nearest = tried.reduce((a, b) => (b.left < a.left ? b : a))
  const head = 'It doesn’t fit in any of the easiest keys'
  if (nearest.left >= now.length) return { text: `${head}, and none gets further.`, where: null }
  return { text: `${head}. ${called(nearest)} gets closest: ${nearest.left} of ${now.length} parts still to do.`, where: nearest.p.id }
}

const sayLoads = ({ p, to }: { p: PlannedEasier; to: InOtherKey }): string => sayWork(loadOf(p.c), loadOf(to.c))
