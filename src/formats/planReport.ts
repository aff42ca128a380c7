import { learningsOf } from '@/core/practice/prepares'
import { sayItem, sayPlanProblem, saySpare } from '@/core/words/en/practice'
import { planDays } from '@/core/practice/schedule'
import type { PlanAsk, PlanItem } from '@/core/practice/dayPlan'
import type { Practised } from '@/core/drills/practised'

/** A day of a plan as the command line prints it. */
export type PlanDayReport = {
  readonly date: string
  readonly minutes: number
  readonly items: readonly {
    readonly kind: PlanItem['kind']
    readonly piece: string
    /** As printed. */
    readonly measures: readonly string[]
    readonly minutes: number
    readonly times: number
    readonly tempo: number
    readonly text: string
  }[]
}

/** The plan day by day, and in words what cannot be done. */
export function planReport(
  all: readonly { readonly id: string; readonly c: Practised }[],
  ask: Omit<PlanAsk, 'learnings'>,
): { readonly days: readonly PlanDayReport[]; readonly problem: string | null; readonly spare: string | null } {
  const byId = new Map(all.map((x) => [x.id, x.c]))
  const { days, problem, spare } = planDays({ ...ask, learnings: learningsOf(all) })
  const number = (x: PlanItem, index: number): string => byId.get(x.piece)!.measures[index].measure.number
  return {
    days: days.map(({ date, minutes, items }) => ({
      date,
      minutes,
      items: items.map((x) => ({
        kind: x.kind,
        piece: byId.get(x.piece)!.piece.title,
        measures: Array.from({ length: x.to - x.from + 1 }, (_, i) => number(x, x.from + i)),
        minutes: x.minutes,
        times: x.times,
        tempo: x.tempo,
        text: sayItem(x.facts),
      })),
    })),
    problem: problem && sayPlanProblem(problem),
    spare: spare && saySpare(spare),
  }
}
