import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dayNumber, dayOf, type Day } from '../plan/calendar'
import type { Chunk } from './chunks'
import { courseOf, leftOf, nextDay, type Course } from './course'
import type { Done, Learning, PlanAsk, PlanDay } from './dayPlan'

const addDays = (day: Day, n: number): Day => dayOf(dayNumber(day)! + n)
const DAYS = Array.from({ length: 40 }, (_, i) => addDays('2026-03-02', i))

/** A made-up piece of so many single measures, a join of each two, and the whole. */
function learning(id: string, loads: readonly number[], tempo = 80): Learning {
  const single = loads.map((load, i): Chunk => ({
    id: `m${i}`,
    kind: 'chunk',
    from: i,
    to: i,
    load,
    says: `Measure ${i + 1}`,
    after: [],
    hardest: null,
  }))
  const joins = loads.slice(1).map((load, i): Chunk => ({
    id: `j${i}`,
    kind: 'join',
    from: i,
    to: i + 1,
    load,
    says: `Measures ${i + 1} and ${i + 2}`,
    after: [`m${i}`, `m${i + 1}`],
    hardest: `measure ${i + 1}`,
  }))
  const whole: Chunk = { id: 'all', kind: 'whole', from: 0, to: loads.length - 1, load: 0, says: 'All', after: [], hardest: null }
  return {
    id,
    title: id,
    chunks: [...single, ...joins, whole],
    parts: [],
    until: (to) => `measure ${to + 1}`,
    seconds: loads.map(() => 3),
    tempo,
    beat: 'quarter',
    prepares: [],
  }
}

const run = (ask: PlanAsk): { days: PlanDay[]; course: Course } => {
  let course = courseOf(ask)
  const days = ask.days.map(() => {
    const [day, next] = nextDay(course)
    course = next
    return day
  })
  return { days, course }
}

describe('a plan, a day after the other', () => {
  const tune = learning('tune', [1, 9, 2])
  it('changes nothing that it was given, and gives the same again', () => {
    const course = courseOf({ learnings: [tune], days: DAYS.slice(0, 5), minutes: 10 })
    const before = JSON.stringify([...course.stands])
    const [day, next] = nextDay(course)
    expect(nextDay(course)).toEqual([day, next])
    expect(JSON.stringify([...course.stands])).toBe(before)
    expect([course.next, next.next]).toEqual([0, 1])
    expect(next.stands.size).toBe(day.items.length)
  })

  it('begins with what was recorded: what slipped comes back on the next day, before anything new', () => {
    const done: Done[] = [{ day: '2026-03-01', piece: 'tune', chunk: 'm0', clean: 1, slips: 2, tempo: 60 }]
    const course = courseOf({ learnings: [tune], days: DAYS.slice(0, 5), minutes: 10, done })
    expect(course.stands.get('tune m0')).toMatchObject({ recorded: true, slipped: true, sure: false })
    const [day] = nextDay(course)
    expect(day.items[0]).toMatchObject({ id: 'tune m0 again 1', kind: 'review' })
    expect(day.items[0].facts).toMatchObject({ kind: 'review', slipped: true, days: 1 })
  })

  it('holds what the teacher has put on a day, also beyond its minutes, and puts it on no other', () => {
    const ask: PlanAsk = { learnings: [tune], days: DAYS.slice(0, 6), minutes: 1, moved: { 'tune m1 new': DAYS[3] } }
    const { days } = run(ask)
    const on = days.flatMap((d) => d.items.filter((x) => x.id === 'tune m1 new').map(() => d.date))
    expect(on).toEqual([DAYS[3]])
  })

  it('holds a run through that the teacher has put on another day, and what is met before it is due', () => {
    const ask: PlanAsk = { learnings: [tune], days: DAYS.slice(0, 9), minutes: 10 }
    const free = run(ask).days
    for (const is of [(id: string) => id.includes(' run '), (id: string) => id.includes(' early ')]) {
      const at = free.findIndex((d) => d.items.some((x) => is(x.id)))
      const item = free[at].items.find((x) => is(x.id))!
      const there = DAYS[at + 1]
      const { days } = run({ ...ask, moved: { [item.id]: there } })
      expect(
        days[at].items.some((x) => x.id === item.id),
        item.id,
      ).toBe(false)
      expect(
        days[at + 1].items.some((x) => x.chunk === item.chunk),
        item.id,
      ).toBe(true)
    }
  })

  it('what the teacher has put on a day as new does not come once more on it', () => {
    const { days } = run({ learnings: [tune], days: DAYS.slice(0, 3), minutes: 30, moved: { 'tune m0 new': DAYS[0] } })
    expect(days[0].items.filter((x) => x.chunk === 'm0')).toHaveLength(1)
  })

  it('of any pieces, minutes and records: nothing new twice, nothing twice on a day, a join after its parts were met on a day before, no day fuller than asked', () => {
    fc.assert(
      fc.property(
        fc.array(fc.array(fc.integer({ min: 0, max: 20 }), { minLength: 1, maxLength: 6 }), { minLength: 1, maxLength: 3 }),
        fc.integer({ min: 1, max: 20 }),
        fc.integer({ min: 1, max: 25 }),
        fc.array(
          fc.record({
            back: fc.integer({ min: 1, max: 9 }),
            m: fc.integer({ min: 0, max: 5 }),
            clean: fc.integer({ min: 0, max: 5 }),
            slips: fc.integer({ min: 0, max: 3 }),
          }),
          {
            maxLength: 5,
          },
        ),
        (pieces, minutes, days, records) => {
          const learnings = pieces.map((loads, i) => learning(`p${i}`, loads))
          const done = records.map(({ back, m, clean, slips }): Done => ({
            day: addDays(DAYS[0], -back),
            piece: 'p0',
            chunk: `m${m}`,
            clean,
            slips,
            tempo: null,
          }))
          const { days: made, course } = run({ learnings, days: DAYS.slice(0, days), minutes, done })
          const news = made.flatMap((d) => d.items.filter((x) => x.kind === 'new' || x.kind === 'join').map((x) => x.id))
          expect(new Set(news).size).toBe(news.length)
          const met = new Map(done.map((d) => [`${d.piece} ${d.chunk}`, d.day]))
          for (const day of made) {
            expect(day.minutes).toBeLessThanOrEqual(minutes + 1e-6)
            const chunks = day.items.map((x) => `${x.piece} ${x.chunk}`)
            expect(new Set(chunks).size).toBe(chunks.length)
            for (const x of day.items) {
              if (x.kind !== 'join') continue
              const parts = learnings.find((l) => l.id === x.piece)!.chunks.find((c) => c.id === x.chunk)!.after
              for (const p of parts) expect(met.get(`${x.piece} ${p}`)! < day.date).toBe(true)
            }
            for (const x of day.items) if (!met.has(`${x.piece} ${x.chunk}`)) met.set(`${x.piece} ${x.chunk}`, day.date)
          }
          // What is left is what was never met.
          for (const { piece, says } of leftOf(course)) {
            const chunk = learnings.find((l) => l.id === piece)!.chunks.find((c) => c.says === says)!
            expect(course.stands.has(`${piece} ${chunk.id}`)).toBe(false)
          }
        },
      ),
      { numRuns: 150 },
    )
  })
})
