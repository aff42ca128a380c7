import { describe, expect, it } from 'vitest'
import { practisedBy } from '../testing/drills'
import { PLANNED, type PlannedClass } from '../testing/plansFirst'
import { WEEKDAYS, weekdayOf, dayNumber, withOtherDays } from '../plan/calendar'
import { formOf } from '../reading/form'
import { sayItem, sayPlanProblem, saySpare } from '../words/en/practice'
import { learningsOf } from './prepares'
import { planDays } from './schedule'
import type { PlanItem } from './dayPlan'

function planned({ pieces, days, minutes }: PlannedClass) {
  const all = pieces.map((p, i) => ({ id: `p${i}`, c: practisedBy(p) }))
  const weekdays = WEEKDAYS.filter((d) => days.some((day) => weekdayOf(dayNumber(day)!) === d))
  const ask = { learnings: learningsOf(all), days, minutes, others: withOtherDays(days[0], days.at(-1)!, weekdays) }
  return { all, ask, plan: planDays(ask) }
}
const middle = (xs: readonly number[]) => [...xs].sort((a, b) => a - b)[Math.floor(xs.length / 2)]
const isRun = (x: PlanItem) => x.kind === 'run-through'
const isFirst = (x: PlanItem) => x.kind === 'new' || x.kind === 'join'

/** What the program says otherwise than was written down before: four minutes of twelve are far less for it. */
const OTHERWISE: Readonly<Record<string, string>> = { 'a waltz and a tune by Thursdays': 'spare' }

describe('a plan as eight teachers would have it', () => {
  for (const k of PLANNED) {
    const { plan, ask, all } = planned(k)
    const { days } = plan
    it(`${k.name}: goes as its teacher says, and what would help was tried`, () => {
      expect(plan.problem ? 'left' : plan.spare ? 'spare' : 'fits').toBe(OTHERWISE[k.name] ?? k.goes)
      if (plan.spare) {
        expect(planDays({ ...ask, minutes: plan.spare.needs }).problem).toBeNull()
        expect(saySpare(plan.spare)).toContain(`${plan.spare.needs} minutes a day would be enough. You have ${k.minutes}.`)
      }
      if (plan.problem?.kind !== 'left') return
      const { helps } = plan.problem
      expect(helps.some((h) => k.helps!.includes(h.kind))).toBe(true)
      expect(sayPlanProblem(plan.problem)).toContain('This would fit: ')
      for (const h of helps) {
        if (h.kind === 'minutes') expect(planDays({ ...ask, minutes: h.minutes }).problem).toBeNull()
        if (h.kind === 'weekday')
          expect(planDays({ ...ask, days: ask.others.find((o) => o.weekdays === h.weekdays)!.days }).problem).toBeNull()
        if (h.kind === 'without')
          expect(planDays({ ...ask, learnings: ask.learnings.filter((l) => l.title !== h.piece) }).problem).toBeNull()
      }
    })
    it(`${k.name}: days of about one length, none longer than there are minutes`, () => {
      for (const d of days) expect(d.minutes, d.date).toBeLessThanOrEqual(k.minutes)
      if (days.length < 3) return
      const usual = middle(days.map((d) => d.minutes))
      for (const d of days) expect(d.minutes, `${d.date} against ${usual}`).toBeLessThanOrEqual(1.6 * usual)
      for (const d of days.slice(0, -1)) expect(d.minutes, `${d.date} against ${usual}`).toBeGreaterThanOrEqual(0.5 * usual)
    })
    it(`${k.name}: nothing joined before it was met, where it stands or where it stands first; nothing first on the last day`, () => {
      const met = new Set<string>()
      for (const d of days) {
        for (const x of d.items.filter((i) => i.kind === 'join' || isRun(i))) {
          const { c } = all.find((a) => a.id === x.piece)!
          const { measures } = formOf(c.piece, c.players[0].map.line)
          for (let i = x.from; i <= x.to; i++) {
            const unit = measures.find((u) => u.from === i)
            if (!unit || unit.name === '–') continue
            const first = unit.like?.how.kind === 'same' ? measures[unit.like.unit].from : i
            expect(met.has(`${x.piece} ${i}`) || met.has(`${x.piece} ${first}`), `${d.date}: ${x.id}, measure ${i}`).toBe(true)
          }
        }
        for (const x of d.items) for (let i = x.from; i <= x.to; i++) met.add(`${x.piece} ${i}`)
      }
      if (days.length > 1) expect(days.at(-1)!.items.filter(isFirst)).toEqual([])
    })
    it(`${k.name}: run through from the last third on, more than once, at its tempo in the end, in halves where a day is too short`, () => {
      const runs = days.flatMap((d, n) => d.items.filter(isRun).map((x) => ({ ...x, n })))
      if (k.goes === 'left') return
      for (const { id, c } of all) {
        const own = runs.filter((x) => x.piece === id)
        expect(own[0].n).toBeGreaterThanOrEqual(Math.min(Math.floor((2 * days.length) / 3), days.length - 3))
        expect(own[0].n).toBeLessThan(days.length - 1)
        const parts = new Set(own.map((x) => `${x.from} ${x.to}`))
        expect(own.length).toBeGreaterThanOrEqual(2 * parts.size)
        expect(parts.size > 1).toBe(k.halves === true)
        expect(own.at(-1)!.tempo).toBe(c.piece.tempo ?? own.at(-1)!.tempo)
        for (const x of own) expect(sayItem(x.facts).includes('takes longer than a day’s minutes')).toBe(k.halves === true)
        // All of it, each measure in one of the parts.
        const played = own.filter((x, i) => own.findIndex((y) => y.from === x.from) === i).sort((a, b) => a.from - b.from)
        expect([played[0].from, played.at(-1)!.to]).toEqual([0, c.measures.length - 1])
        played.slice(1).forEach((x, i) => expect(x.from).toBe(played[i].to + 1))
      }
    })
  }
})
