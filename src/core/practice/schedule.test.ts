import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { practisedBy } from '../testing/drills'
import { pieceFrom } from '../testing/piece'
import { DAY_MS, dayLater, dayNumber, dayOf, daysBetween, sayWeekday, WEEKDAYS } from '../plan/calendar'
import { carriedTo } from './carried'
import { chunksOf } from './chunks'
import { preparedBy } from './prepares'
import { sayItem, sayPlanProblem } from '../words/en/practice'
import { learningOf, planDays } from './schedule'
import type { Done } from './dayPlan'
import { timesFor } from './effort'
import { GAPS, wasSure } from './standing'

const G = { fifths: 1, mode: 'major' } as const
const TUNE = 'G4 A4 B4 D5 C5:e B4:e A4 B4:h D5 E5 D5:e B4:e G4 A4:h. z F#4 G4 A4 F#4 F4 E4 F4 D4 G4 A4 B4 D5 G4:h. z'
const c = practisedBy(pieceFrom(TUNE, G))
const easy = practisedBy(pieceFrom('G4 A4 B4 A4 G4 F#4 G4:h F4 E4 F4 E4 D4:w', G))
const learning = learningOf('tune', c)
const days = daysBetween('2026-03-02', '2026-03-27', ['Mon', 'Wed', 'Fri'])

describe('the calendar', () => {
  it('knows days and weekdays (ISO 8601; 2 March 2026 is a Monday)', () => {
    expect(sayWeekday('2026-03-02')).toBe('Monday')
    expect(sayWeekday('2000-02-29')).toBe('Tuesday')
    expect(sayWeekday('1969-12-31')).toBe('Wednesday')
    expect(dayNumber('1970-01-01')).toBe(0)
    expect(dayLater('2028-02-27', 2)).toBe('2028-02-29')
    expect([dayLater('2026-12-31', 1), dayLater('2027-01-01', -1), dayLater('no day', 1)]).toEqual(['2027-01-01', '2026-12-31', 'no day'])
    for (const no of ['2026-02-30', '2026-13-01', '2026-3-2', 'tomorrow', '2025-02-29']) expect(dayNumber(no), no).toBeNull()
    // The same as the calendar of the language has it (ECMAScript Date, proleptic Gregorian).
    fc.assert(
      fc.property(fc.integer({ min: -200_000, max: 400_000 }), (n) => {
        expect(dayOf(n)).toBe(new Date(n * DAY_MS).toISOString().slice(0, 10))
        expect(dayNumber(dayOf(n))).toBe(n)
      }),
    )
  })
  it('leaves out other weekdays and holidays', () => {
    expect(days).toHaveLength(12)
    expect(days.slice(0, 3)).toEqual(['2026-03-02', '2026-03-04', '2026-03-06'])
    expect(daysBetween('2026-03-02', '2026-03-08', WEEKDAYS, ['2026-03-04'])).toHaveLength(6)
    expect(daysBetween('2026-03-08', '2026-03-02', WEEKDAYS)).toEqual([])
  })
})

describe('cutting small', () => {
  const chunks = chunksOf(c)
  it('covers every measure that has to be learned, once', () => {
    const cut = chunks.filter((x) => x.kind === 'chunk')
    const measures = cut.flatMap((x) => Array.from({ length: x.to - x.from + 1 }, (_, i) => x.from + i))
    expect(new Set(measures).size).toBe(measures.length)
    // Measure 7 is measure 1, note for note; it may only come inside a chunk with something new.
    for (const i of [0, 1, 2, 3, 4, 5]) expect(measures).toContain(i)
  })
  it('cuts no slur and no tie', () => {
    const tied = chunksOf(practisedBy(pieceFrom('G4 A4 B4 (C5 D5) B4 A4 G4~ G4 A4 B4 G4', G)))
    const borders = tied.filter((x) => x.kind === 'chunk').map((x) => x.to)
    expect(borders).not.toContain(0)
    expect(borders).not.toContain(1)
  })
  it('joins neighbours across each border, lines and the whole after them', () => {
    const joins = chunks.filter((x) => x.kind === 'join')
    expect(joins.length).toBeGreaterThan(0)
    for (const j of joins) for (const id of j.after) expect(chunks.map((x) => x.id)).toContain(id)
    expect(chunks.at(-1)).toMatchObject({ kind: 'whole', from: 0, to: 7 })
    expect(new Set(chunks.map((x) => x.id)).size).toBe(chunks.length)
  })
  it('cuts what is hard smaller than what is easy', () => {
    const longest = (x: typeof c) =>
      Math.max(
        ...chunksOf(x)
          .filter((k) => k.kind === 'chunk')
          .map((k) => k.to - k.from + 1),
      )
    expect(longest(easy)).toBe(2)
    const byLoad = chunks.filter((x) => x.kind === 'chunk').sort((a, b) => b.load - a.load)
    expect(byLoad[0].to - byLoad[0].from).toBeLessThanOrEqual(byLoad.at(-1)!.to - byLoad.at(-1)!.from + 1)
  })
})

describe('a plan day by day', () => {
  const plan = planDays({ learnings: [learning], days, minutes: 10 })

  it('fits, keeps to the minutes, and is the same each time', () => {
    expect(plan.problem).toBeNull()
    for (const d of plan.days) {
      expect(d.minutes).toBeLessThanOrEqual(10)
      expect(d.minutes).toBeCloseTo(
        d.items.reduce((n, x) => n + x.minutes, 0),
        5,
      )
      expect(days).toContain(d.date)
    }
    expect(planDays({ learnings: [learning], days, minutes: 10 })).toEqual(plan)
  })

  it('begins with the hardest, joins only what is known since a day before, and runs through at the end', () => {
    const first = plan.days[0].items[0]
    const cut = learning.chunks.filter((x) => x.kind === 'chunk')
    expect(first.kind).toBe('new')
    expect(cut.find((x) => x.id === first.chunk)!.load).toBe(Math.max(...cut.map((x) => x.load)))
    const met = new Map<string, string>()
    for (const d of plan.days) {
      for (const x of d.items.filter((i) => i.kind === 'join'))
        for (const id of learning.chunks.find((k) => k.id === x.chunk)!.after)
          expect(met.get(id)! < d.date, `${x.chunk} after ${id}`).toBe(true)
      for (const x of d.items) met.set(x.chunk, met.get(x.chunk) ?? d.date)
    }
    expect(plan.days.at(-1)!.items[0]).toMatchObject({ kind: 'run-through', tempo: learning.tempo })
    // Everything is met.
    for (const x of learning.chunks) expect(met.has(x.id), x.id).toBe(true)
  })

  it('meets again after growing gaps, and says how long after', () => {
    const [{ chunk }] = plan.days[0].items
    const on = plan.days.flatMap((d) => d.items.filter((x) => x.chunk === chunk).map((x) => ({ date: d.date, ...x })))
    expect(on[1].kind).toBe('review')
    for (let i = 1; i < on.length; i++) {
      const gap = dayNumber(on[i].date)! - dayNumber(on[i - 1].date)!
      expect(gap).toBeGreaterThanOrEqual(GAPS[Math.min(i - 1, GAPS.length - 1)])
      expect(sayItem(on[i].facts)).toContain(`again on ${sayWeekday(on[i].date)}: ${gap} day${gap === 1 ? '' : 's'} since last time.`)
      expect(on[i].tempo).toBeGreaterThanOrEqual(on[i - 1].tempo)
    }
  })

  it('follows what was recorded: what slipped comes back first, what was sure rests', () => {
    const cut = learning.chunks.filter((x) => x.kind === 'chunk')
    const record = (chunk: string, slips: number): Done => ({
      day: '2026-03-02',
      piece: 'tune',
      chunk,
      clean: slips ? 1 : 3,
      slips,
      tempo: null,
    })
    const done = [record(cut[0].id, 3), record(cut[1].id, 0)]
    const after = planDays({ learnings: [learning], days: days.slice(1), minutes: 10, done })
    const [first] = after.days[0].items
    expect(first).toMatchObject({ chunk: cut[0].id, kind: 'review' })
    expect(sayItem(first.facts)).toContain('it slipped 2 days ago')
    // One clean time is not three; nothing slipped, and nothing is said to have.
    const once = { ...record(cut[0].id, 0), clean: 1 }
    const [{ items }] = planDays({ learnings: [learning], days: days.slice(1), minutes: 10, done: [once] }).days
    expect(sayItem(items[0].facts)).toContain('not clean often enough 2 days ago')
    const again = after.days.flatMap((d) => d.items).find((x) => x.chunk === cut[1].id)
    expect(again && sayItem(again.facts)).toMatch(/last clean \d+ days ago|after the last time/)
    expect(
      after.days
        .flatMap((d) => d.items)
        .filter((x) => x.kind === 'new')
        .map((x) => x.chunk),
    ).not.toContain(cut[1].id)
  })

  it('goes on from the tempo that was reached: a step faster where it was sure, a step slower where it was not', () => {
    const { chunk } = plan.days[0].items[0]
    const then = (tempo: number | null, slips: number) => {
      const done = [{ day: '2026-03-02', piece: 'tune', chunk, clean: 3, slips, tempo }]
      const made = planDays({ learnings: [learning], days: days.slice(1), minutes: 10, done })
      return made.days.flatMap((d) => d.items).find((x) => x.chunk === chunk)!.tempo / learning.tempo
    }
    const close = (part: number) => expect.closeTo(part, 1) as number
    expect([then(Math.round(learning.tempo * 0.6), 0), then(learning.tempo, 0), then(learning.tempo * 2, 0)]).toEqual(
      [0.75, 1, 1].map(close),
    )
    // It slipped at 0.9 of the tempo: 0.75 next; at the slowest: half the tempo.
    expect([then(Math.round(learning.tempo * 0.9), 3), then(Math.round(learning.tempo * 0.6), 3)]).toEqual([0.75, 0.5].map(close))
    // Nobody said how fast: as fast as it was to be. Sure: a step faster; with slips: slower, not faster.
    expect([then(null, 0), then(null, 3)]).toEqual([0.75, 0.5].map(close))
  })

  it('five slips say something: the measure that is hardest by itself; of one measure half of it', () => {
    const cut = learning.chunks.filter((x) => x.kind === 'chunk')
    const of = (chunk: string, ...slips: number[]) => {
      const done = slips.map((n, i): Done => ({ day: `2026-02-0${i + 1}`, piece: 'tune', chunk, clean: 1, slips: n, tempo: null }))
      const made = planDays({ learnings: [learning], days, minutes: 10, done })
      return sayItem(made.days[0].items.find((x) => x.chunk === chunk)!.facts)
    }
    const two = cut.find((x) => x.to > x.from)!
    expect(of(two.id, 2, 3)).toContain(` It slipped 5 times. Do ${two.hardest} alone first.`)
    expect(two.hardest).toMatch(/^(line \d+, )?measure \d$/)
    expect(of(two.id, 2, 2)).not.toContain('alone')
    const one = cut.find((x) => x.to === x.from)
    if (one) expect(of(one.id, 5)).toContain(' It slipped 5 times. Do half of it at a time, slower.')
  })

  it('goes by the last third of all its days, also when some lie behind', () => {
    const sure = learning.chunks
      .filter((x) => x.kind !== 'whole')
      .map((x): Done => ({ day: '2026-03-01', piece: 'tune', chunk: x.id, clean: 3, slips: 0, tempo: null }))
    const first = (gone: number) =>
      planDays({ learnings: [learning], days: days.slice(gone), gone, minutes: 10, done: sure }).days.findIndex((d) =>
        d.items.some((x) => x.kind === 'run-through'),
      ) + gone
    expect([0, 4, 7].map(first)).toEqual([8, 8, 8])
    expect(first(10)).toBe(10)
  })

  it('counts for a chunk what was recorded of other stretches that hold all of it', () => {
    const chunks = [
      { id: '0-1', kind: 'chunk', from: 0, to: 1 },
      { id: '2-2', kind: 'chunk', from: 2, to: 2 },
    ].map((x) => ({ ...learning.chunks[0], ...x })) as (typeof learning.chunks)[number][]
    const done = (chunk: string, day: string, clean: number, slips = 0, tempo: number | null = 60): Done => ({
      day,
      piece: 'tune',
      chunk,
      clean,
      slips,
      tempo,
    })
    const carried = (...all: Done[]) => carriedTo({ id: 'tune', chunks }, all).slice(all.length)
    // Cut smaller before: both halves are wanted, and the worse of them counts.
    expect(carried(done('0-0', '2026-03-02', 3))).toEqual([])
    expect(carried(done('0-0', '2026-03-02', 3), done('1-1', '2026-03-04', 4, 1, 50))).toEqual([done('0-1', '2026-03-04', 3, 1, 50)])
    // Cut larger before: each of its parts has been done.
    expect(carried(done('0-2 line', '2026-03-02', 3)).map((d) => d.chunk)).toEqual(['0-1', '2-2'])
    // What was recorded by itself stands as it was; another piece says nothing.
    expect(carried(done('2-2', '2026-03-02', 1), done('0-2', '2026-03-03', 3)).map((d) => d.chunk)).toEqual(['0-1'])
    expect(carried({ ...done('0-2', '2026-03-03', 3), piece: 'other' })).toEqual([])
  })

  it('puts a moved task on its day, and plans the rest around it', () => {
    const task = plan.days[0].items[0]
    const there = plan.days[3].date
    const moved = planDays({ learnings: [learning], days, minutes: 10, moved: { [task.id]: there } })
    const on = moved.days.filter((d) => d.items.some((x) => x.id === task.id)).map((d) => d.date)
    expect(on).toEqual([there])
    expect(moved.problem).toBeNull()
  })

  it('what was moved to a day that is gone comes as if it had not been moved', () => {
    const task = plan.days[0].items[0]
    for (const gone of ['1999-01-01', days[0].replace(/^\d{4}/, '2097')]) {
      const moved = planDays({ learnings: [learning], days, minutes: 10, moved: { [task.id]: gone } })
      expect(moved.days.map((d) => d.items.map((x) => x.id))).toEqual(plan.days.map((d) => d.items.map((x) => x.id)))
    }
  })

  it('says what cannot be done, and that what it names would make it fit', () => {
    const ask = { learnings: [learning], days, minutes: 1 }
    const short = planDays(ask)
    expect(sayPlanProblem(short.problem!)).toMatch(/^12 days of 1 minute are too short .* This would fit: \d+ minutes a day/)
    const [, more] = /(\d+) minutes a day/.exec(sayPlanProblem(short.problem!))!
    expect(planDays({ ...ask, minutes: Number(more) }).problem).toBeNull()
    // Where no minutes would do, none are named.
    const none = planDays({ ...ask, days: days.slice(0, 3) })
    expect(sayPlanProblem(none.problem!)).not.toContain('minutes a day')
    expect(sayPlanProblem(planDays({ ...ask, days: [] }).problem!)).toBe(
      'There is no practice day between these dates. Choose more days, or a later date.',
    )
  })

  it('shares one budget between pieces, and meets what prepares another before it', () => {
    expect(preparedBy(easy, c).length === 0 || preparedBy(c, easy).length === 0).toBe(true)
    const exercise = { ...learningOf('exercise', easy), prepares: ['Test'] }
    const both = planDays({ learnings: [learning, exercise], days, minutes: 10 })
    expect(both.days[0].items[0]).toMatchObject({ piece: 'exercise' })
    expect(sayItem(both.days[0].items[0].facts)).toContain('New: measures 3 and 4 of Test. It gets you ready for Test.')
    for (const d of both.days) expect(d.minutes).toBeLessThanOrEqual(10)
    // Two pieces of which none prepares the other are begun by turns, each with its hardest place.
    const turns = planDays({ learnings: [learning, learningOf('second', easy)], days, minutes: 30 })
    const news = turns.days.flatMap((d) => d.items).filter((x) => x.kind === 'new')
    expect(new Set(news.slice(0, 2).map((x) => x.piece))).toEqual(new Set(['tune', 'second']))
  })

  it('asks for three to five clean times, by how hard it is', () => {
    expect([0, 8, 16, 80].map((load) => timesFor({ load, from: 3, to: 3 }))).toEqual([3, 4, 5, 5])
    expect(timesFor({ load: 16, from: 3, to: 4 })).toBe(4)
    expect(wasSure({ clean: 3, slips: 1 })).toBe(true)
    expect(wasSure({ clean: 3, slips: 2 })).toBe(false)
    expect(wasSure({ clean: 2, slips: 0 })).toBe(false)
  })
})
