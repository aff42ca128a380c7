import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { dayNumber, dayOf, weekdayOf, WEEKDAYS, type Weekday } from '@/core/plan/calendar'
import { bass } from '@/core/instruments/bass'
import { cello } from '@/core/instruments/cello'
import { STEP_IDS } from '@/core/instruments/instrument'
import { schoolOf, type Instrument } from '@/core/instruments/instrument'
import { sameLearned } from '@/core/instruments/learned'
import { classAt, type ClassSettings } from '@/core/plan/class'
import { ensembleMapper } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import { newsOf } from '@/core/balance/profile'
import { seatsOf } from '@/core/seats/seat'
import { bridgeOf } from '@/core/term/bridge'
import { practised } from '@/core/drills/practised'
import { factsOf, type PieceFacts } from '@/core/term/facts'
import { beginPiece, beganOn, ledgerOf, stillNew, unbegin } from '@/core/term/ledger'
import { isToPass, sayPassed, tasksOfStep, thingsOfStep, ticked, withoutTask, withTasks } from '@/core/term/passes'
import { termSchema } from '@/core/plan/term.schema'
import { buildsOn, knows, withoutThings, withThings } from '@/core/term/things'
import { newThings } from '@/core/reading/newThings'
import { kindOf, type LearnedThing } from '@/core/plan/things'
import { daysFor, sayOrder, whatNext } from '@/core/term/whatNext'
import { newStudent } from '@/core/plan/student'
import { demoPieces } from './testing/demo'

const PIECES = demoPieces().map((piece, i) => ({ id: `0000000${i}-0000-4000-8000-000000000000`, piece }))
const factsAt = (klass: ClassSettings): PieceFacts[] => PIECES.map(({ id, piece }) => factsOf(id, piece, emptyPlan(), klass))
const mapsFor = (piece: (typeof PIECES)[number]['piece'], klass: ClassSettings) => ensembleMapper()(piece, emptyPlan(), klass)

const STEPS_LOOKED_AT = ['first-finger', 'four-strings', 'first-position', 'third-extended'] as const

describe('what is new in a piece', () => {
  it('is what the map marks as new, thing by thing: every demo piece and step', () => {
    let some = 0
    for (const step of STEPS_LOOKED_AT)
      for (const { piece } of PIECES)
        for (const seat of seatsOf(classAt(step))) {
          const map = mapsFor(piece, classAt(step))[seat.id]
          const things = newThings(piece, map)
          for (const t of things) expect(knows(seat.learned, t), `${step} ${piece.title} ${seat.id} ${t}`).toBe(false)
          // Another count of the same: what stands at the notes that are marked as new.
          const marked = new Set(map.problems.filter((p) => p.mark === 'new').map((p) => p.placed.event.id))
          const at = map.notes.filter((n) => marked.has(n.placed.event.id))
          const met = at.flatMap(({ stop, position }) => [
            `string:${stop.string}`,
            `finger:${stop.finger}`,
            `${stop.place}:${stop.finger}`,
            `position:${position}`,
          ])
          const hand = things.filter((t) => ['string', 'finger', 'low', 'high', 'position'].includes(kindOf(t)))
          for (const t of hand) expect(met, `${step} ${piece.title} ${seat.id}`).toContain(t)
          // The search counts the same: but for moving, where a place is new to which the hand must move.
          expect(newsOf(map).every((t) => things.includes(t))).toBe(true)
          some += things.length
        }
    expect(some).toBeGreaterThan(300)
  })

  it('is new no more once it is learned, but for what another hand then chosen brings', () => {
    let [things, later] = [0, 0]
    for (const step of STEPS_LOOKED_AT)
      for (const { id, piece } of PIECES) {
        const klass = classAt(step)
        const facts = factsOf(id, piece, emptyPlan(), klass)
        const after = factsOf(id, piece, emptyPlan(), beginPiece(klass, facts, '2026-09-01'))
        things += Object.values(facts.news).flat().length
        // Two things that are known now are together for the first time only from now on.
        later += Object.values(after.news)
          .flat()
          .filter((t) => kindOf(t) !== 'together').length
      }
    expect(things).toBeGreaterThan(300)
    expect(later / things).toBeLessThan(0.01)
  })

  it('is undone as it was learned', () => {
    for (const step of STEPS_LOOKED_AT)
      for (const facts of factsAt(classAt(step))) {
        const klass = classAt(step)
        const back = unbegin(beginPiece(klass, facts, '2026-09-01'), facts.id)
        back.seats.forEach((r, i) => expect(sameLearned(r.learned, klass.seats[i].learned), `${step} ${facts.title} ${r.id}`).toBe(true))
        expect(back.term.begun).toEqual([])
      }
  })

  it('builds on things that come before it on the way of its instrument', () => {
    // Common practice: the order of fingers and positions as the handbook of the trade has it.
    const [violin, , cello] = seatsOf(classAt('first-position'))
    const on = (seat: typeof violin, t: LearnedThing) => buildsOn(seat.instrument, schoolOf(seat.instrument, '1-2-4'), t)
    expect(on(violin, 'finger:4')).toEqual(['finger:3'])
    expect(on(cello, 'finger:2')).toEqual(['finger:4'])
    expect(on(cello, 'extension:back')).toEqual(['extension:forward'])
    expect(on(cello, 'position:V')).toEqual(['position:raised III'])
    expect(on(cello, 'position:II')).toEqual(['position:IV'])
    expect(on(violin, 'position:III')).toEqual([])
    expect(on(violin, 'position:V')).toEqual(['position:IV'])
    expect(on(violin, 'rhythm:dotted quarter')).toEqual(['rhythm:eighths'])
    expect(on(violin, 'key:-1')).toEqual(['key:0'])
    expect(on(violin, 'key:4')).toEqual(['key:3'])
    expect(on(violin, 'key:2')).toEqual([])
  })
})

describe('the ledger', () => {
  const klass = classAt('three-fingers')
  const facts = factsAt(klass)
  const byId = new Map(facts.map((f) => [f.id, f]))

  it('has each thing with the piece that brought it first, by day, and sets the level', () => {
    let k = beginPiece(klass, facts[0], '2026-09-14')
    k = beginPiece(k, { ...facts[1], news: factsOf(PIECES[1].id, PIECES[1].piece, emptyPlan(), k).news }, '2026-10-05')
    const [a, b] = ledgerOf(k, byId)
    expect([a.begun.title, b.begun.title]).toEqual([facts[0].title, facts[1].title])
    for (const { seat, things } of a.brought)
      for (const t of things) expect(knows(k.seats.find((s) => s.id === seat)!.learned, t)).toBe(true)
    // What the first has brought the second does not bring again.
    for (const { seat, things } of b.brought) {
      const first = a.brought.find((x) => x.seat === seat)?.things ?? []
      expect(things.filter((t) => first.includes(t))).toEqual([])
    }
    // A note is met once: with the piece that was begun first.
    for (const x of b.met ?? []) {
      const before = a.met?.find((y) => y.seat === x.seat)?.what ?? []
      expect(x.what.filter((w) => before.includes(w))).toEqual([])
    }
    // The days turned round, the other piece is the one that was met first.
    const turned = ledgerOf(beganOn(k, facts[1].id, '2026-09-01'), byId)
    expect(turned[0].begun.title).toBe(facts[1].title)
    expect(termSchema.safeParse(k.term).success).toBe(true)
  })

  it('keeps what another piece brought too when one is taken out', () => {
    const both = { id: PIECES[0].id, title: 'One', news: { violin: ['finger:4'] as LearnedThing[] } }
    let k = beginPiece(klass, both, '2026-09-01')
    k = { ...k, term: { ...k.term, begun: [...k.term.begun, { ...k.term.begun[0], piece: PIECES[1].id, title: 'Two' }] } }
    const one = unbegin(k, PIECES[0].id)
    expect(one.seats[0].learned.fingers).toContain(4)
    expect(unbegin(one, PIECES[1].id).seats[0].learned.fingers).not.toContain(4)
  })

  it('knows how far a seat shifted before', () => {
    const k = beginPiece(klass, { id: PIECES[0].id, title: 'One', news: { cello: ['position:IV', 'shifts:needed'] } }, '2026-09-01')
    expect(k.seats.find((s) => s.id === 'cello')!.learned.shifts).toBe('needed')
    expect(unbegin(k, PIECES[0].id).seats.find((s) => s.id === 'cello')!.learned.shifts).toBe('none')
  })

  it('says nothing of the notes of a piece that is gone', () => {
    expect(ledgerOf(beginPiece(klass, facts[0], '2026-09-01'), new Map())[0].met).toBeNull()
  })
})

describe('what next', () => {
  const klass = classAt('three-fingers')
  const facts = factsAt(klass)

  it('counts for each piece what is new once those before it are learned: as if each was begun in turn', () => {
    const next = whatNext(klass, facts)
    expect(next.pieces.map((p) => p.title).sort()).toEqual(facts.map((f) => f.title).sort())
    let k = klass
    for (const p of next.pieces) {
      const f = facts.find((x) => x.id === p.id)!
      const said = Object.fromEntries(p.news.map(({ seat, things }) => [seat.id, [...things].sort()]))
      const real = Object.fromEntries(
        Object.entries(stillNew(f, k.seats)).flatMap(([seat, things]) => (things.length ? [[seat, [...things].sort()]] : [])),
      )
      expect(said, p.title).toEqual(real)
      k = beginPiece(k, f, '2026-09-01')
    }
    expect(next.exact).toBe(true)
    expect(next.squares).toBeLessThanOrEqual(next.asGiven)
    const most = Math.max(...next.pieces.flatMap((p) => p.news.map((x) => x.things.length)))
    expect(sayOrder(next)).toContain(
      `fewest new things at once: at most ${['no', 'one', 'two', 'three', 'four', 'five'][most]} for any seat`,
    )
    expect(sayOrder(next)).not.toMatch(/squared|\d/)
  })

  it('leaves out what is begun and what is not chosen, and keeps places', () => {
    const path = { ...klass.term.path, pieces: [facts[0].id, facts[2].id, facts[3].id], places: { [facts[3].id]: 0 } }
    const next = whatNext({ ...klass, term: { ...klass.term, path } }, facts)
    expect(next.pieces).toHaveLength(3)
    expect(next.pieces[0]).toMatchObject({ id: facts[3].id, pinned: true })
    const begun = whatNext(beginPiece(klass, facts[0], '2026-09-01'), facts)
    expect(begun.pieces.map((p) => p.id)).not.toContain(facts[0].id)
    const never = { ...path, places: { [facts[0].id]: 0, [facts[2].id]: 0 } }
    expect(whatNext({ ...klass, term: { ...klass.term, path: never } }, facts).problem).toMatch(/don’t go together/)
  })

  it('gives days: so many weeks each, the teacher’s own where there is one, evenly before it when time is short', () => {
    const at = (from: string | null, days: Record<string, string>, weeks = 2) =>
      daysFor(['a', 'b', 'c', 'd'], { term: { ...klass.term, path: { ...klass.term.path, from, days, weeks } } })
    expect(at('2026-09-07', {})).toEqual(['2026-09-07', '2026-09-21', '2026-10-05', '2026-10-19'])
    expect(at(null, {})).toEqual([null, null, null, null])
    expect(at('2026-09-07', { c: '2026-09-17' })).toEqual(['2026-09-07', '2026-09-12', '2026-09-17', '2026-10-01'])
    expect(at('2026-09-07', { c: '2026-11-02' })).toEqual(['2026-09-07', '2026-09-21', '2026-11-02', '2026-11-16'])
    expect(at(null, { b: '2026-09-21' })).toEqual(['2026-09-07', '2026-09-21', '2026-10-05', '2026-10-19'])
  })

  it('gives days on which the class meets, but for those that the teacher gave', () => {
    const at = (from: string | null, days: Record<string, string>, meets: Weekday[], weeks = 2) =>
      daysFor(['a', 'b', 'c', 'd'], { term: { ...klass.term, meets, path: { ...klass.term.path, from, days, weeks } } })
    // 5 September 2026 is a Saturday; a Tuesday class begins on the 8th, and goes on by Tuesdays.
    expect(at('2026-09-05', {}, ['Tue'])).toEqual(['2026-09-08', '2026-09-22', '2026-10-06', '2026-10-20'])
    // Between given days too; those stay as they were given.
    expect(at('2026-09-08', { d: '2026-10-17' }, ['Tue'])).toEqual(['2026-09-08', '2026-09-22', '2026-10-06', '2026-10-17'])
    expect(at('2026-09-05', { b: '2026-09-07' }, ['Tue'])).toEqual(['2026-09-05', '2026-09-07', '2026-09-22', '2026-10-06'])
    fc.assert(
      fc.property(
        fc.integer({ min: 20_000, max: 21_000 }),
        fc.subarray([...WEEKDAYS], { minLength: 1 }),
        fc.integer({ min: 1, max: 4 }),
        (n, meets, weeks) => {
          for (const day of at(dayOf(n), {}, meets, weeks)) expect(meets).toContain(weekdayOf(dayNumber(day!)!))
        },
      ),
    )
  })

  it('puts a position before another that is built on it over ones that no piece brings: bass II before V½', () => {
    const made = (id: string, title: string, ...things: LearnedThing[]): PieceFacts => ({
      ...facts[0],
      id,
      title,
      load: 1,
      news: { bass: things },
    })
    const early = classAt('four-strings')
    const far = made(PIECES[0].id, 'A', 'position:V½')
    const near = made(PIECES[1].id, 'B', 'position:II')
    const next = whatNext({ ...early, term: { ...early.term, path: { ...early.term.path, pieces: null } } }, [far, near])
    expect(next.pieces.map((p) => p.title)).toEqual(['B', 'A'])
    expect(next.pieces[1].early.join()).not.toContain('before position II')
  })

  it('names drills that lead to what is new, and how many of its places they ease', () => {
    const { piece } = PIECES.find((p) => p.piece.title === 'The Ferry at Low Water')!
    const seats = seatsOf(klass)
    const maps = mapsFor(piece, klass)
    const bridge = bridgeOf(practised(piece, seats, maps), Object.fromEntries(seats.map((s) => [s.id, newThings(piece, maps[s.id])])))
    expect(bridge.drills.length).toBeGreaterThan(0)
    expect(bridge.minutes).toBeCloseTo(
      bridge.drills.reduce((n, d) => n + d.minutes, 0),
      5,
    )
    expect(bridge.minutes).toBeLessThanOrEqual(5)
    expect(bridge.eased).toBeGreaterThan(0)
    expect(bridge.eased).toBeLessThanOrEqual(bridge.places)
    // Where nothing is new nothing leads to it.
    const far = classAt('seventh-position')
    const known = mapsFor(piece, far)
    expect(bridgeOf(practised(piece, seatsOf(far), known), {})).toMatchObject({ drills: [], places: 0 })
  })
})

describe('the pass list', () => {
  const klass = { ...classAt('first-position'), students: [newStudent('11111111-0000-4000-8000-000000000000', 'Ida', 'violin')] }

  it('has for a level what its step brings beyond the one before', () => {
    for (const seat of seatsOf(klass))
      for (const [i, step] of STEP_IDS.entries()) {
        const had = i === 0 ? null : seat.instrument.learned[STEP_IDS[i - 1]]
        for (const t of thingsOfStep(seat, step)) {
          expect(knows(seat.instrument.learned[step], t)).toBe(true)
          if (had) expect(knows(had, t)).toBe(false)
        }
        if (had && i < 6)
          expect(withThings(had, thingsOfStep(seat, step)).fingers.sort()).toEqual([...seat.instrument.learned[step].fingers].sort())
      }
    expect(tasksOfStep(klass, 'fourth-finger')).toContainEqual({ text: 'Finger 4 (violin and viola)', seats: ['violin', 'viola'] })
    expect(tasksOfStep(klass, 'high-and-low')).toContainEqual({ text: 'Sixteenth notes' })
    expect(tasksOfStep(klass, 'high-and-low').map((t) => t.text)).toContain('Low 1 (violin and viola)')
    expect(tasksOfStep(klass, 'first-position').map((t) => t.text)).toContain('Position III (violin and viola)')
  })

  it('counts for a student what is theirs: another instrument’s task is not', () => {
    const [ida] = klass.students
    const bo = { ...ida, seat: 'bass' }
    const tasks = tasksOfStep(klass, 'fourth-finger').map((t, i) => ({ ...t, id: `${i}`, step: 'fourth-finger' as const, piece: null }))
    const four = tasks.find((t) => t.text.startsWith('Finger 4'))!
    expect([isToPass(four, ida), isToPass(four, bo)]).toEqual([true, false])
    const own = tasks.filter((t) => isToPass(t, bo)).length
    expect(own).toBeLessThan(tasks.length)
    expect(sayPassed(bo, tasks, [])).toBe(`none of ${own} tasks`)
  })

  it('goes up the neck as it is taught: III before II on the bass, IV before V½; half position waits for none', () => {
    const on = (i: Instrument, key: string) => buildsOn(i, i.schools[0], `position:${key}`)
    expect(['III', 'II', 'IV', 'V½', 'half'].map((key) => on(bass, key))).toEqual([
      [],
      ['position:III'],
      ['position:III½'],
      ['position:V'],
      [],
    ])
    expect(on(cello, 'II')).toEqual(['position:IV'])
  })

  it('ticks with a day, counts, and forgets with the task', () => {
    const [ida] = klass.students
    let term = withTasks(klass.term, 'first-position', [{ id: '22222222-0000-4000-8000-000000000000', text: 'Scale of D', piece: null }], 9)
    term = withTasks(term, 'first-position', [{ id: '33333333-0000-4000-8000-000000000000', text: 'Scale of D', piece: null }], 9)
    expect(term.tasks).toHaveLength(1)
    expect(sayPassed(ida, term.tasks, term.ticks)).toBe('none of 1 task')
    term = ticked(term, ida.id, term.tasks[0].id, '2026-11-02')
    expect(sayPassed(ida, term.tasks, term.ticks)).toBe('all of 1 task')
    expect(ticked(term, ida.id, term.tasks[0].id, null).ticks).toEqual([])
    expect(withoutTask(term, term.tasks[0].id)).toMatchObject({ tasks: [], ticks: [] })
  })

  it('takes a thing back without touching others', () => {
    const { learned } = klass.seats[0]
    expect(withoutThings(learned, ['rhythm:ties']).rhythms).toEqual(learned.rhythms.filter((r) => r !== 'ties'))
  })
})
