import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { casesOf } from '../testing/depth'
import { choiceOf, type Hold } from '../hands/hold'
import { LETTERS, midiOf, pitchName, type Pitch } from '../music/pitch'
import type { Piece } from '../piece/piece'
import { unfold } from '../piece/unfold'
import { problemText } from '../testing/said'
import { pieceFrom } from '../testing/piece'
import { alternativesAt, differenceOf, pinsAt } from './alternatives'
import { chargeHold, chargeJump, chargeMove, chargeStart, type Gap, type StayWait } from './costs'
import { layOut, type Table } from './layout'
import { mapSeat, writtenOctaves } from './map'
import { momentsOf } from './moments'
import { pinFor, type Pin } from './pins'
import { DEFAULT_POLICY, DOWNBEATS, FOURTH, SHIFT_WHERE, STAY, type Policy } from './policy'
import { solve } from './solve'
import { weightsFor, type CostKind } from './weights'
import { FIRST_POSITION, TEST_INSTRUMENTS, TEST_STEPS, SEATS, type TestSeat, SEAT } from '../testing/seats'
import { SCHOOLS } from '../instruments/instrument'

const policies: fc.Arbitrary<Policy> = fc.record({
  fourth: fc.constantFrom(...FOURTH),
  fingersDown: fc.constant('blocks' as const),
  stay: fc.constantFrom(...STAY),
  school: fc.constantFrom(...SCHOOLS),
  extensions: fc.boolean(),
  shiftWhere: fc.constantFrom(...SHIFT_WHERE),
  harmonics: fc.boolean(),
  downbeats: fc.constantFrom(...DOWNBEATS),
})
const levels = fc.constantFrom(...TEST_STEPS.map((p) => p.learned))

/** A short line in a seat's written range, as test words: single notes, some slurred, some rests, some double stops. */
function words(seat: TestSeat): fc.Arbitrary<string> {
  const { strings } = TEST_INSTRUMENTS[seat]
  const [low, high] = [midiOf(strings[0]), midiOf(strings[3]) + 8]
  const pitch: fc.Arbitrary<string> = fc
    .record({ letter: fc.constantFrom(...LETTERS), alter: fc.constantFrom(0, 0, 0, 1, -1), octave: fc.integer({ min: 2, max: 5 }) })
    .filter((p: Pitch) => midiOf(p) >= low && midiOf(p) <= high)
    .map(pitchName)
  const word = fc.oneof(
    { weight: 7, arbitrary: pitch },
    { weight: 1, arbitrary: fc.constant('z') },
    { weight: 1, arbitrary: fc.tuple(pitch, pitch).map(([a, b]) => `[${a},${b}]`) },
  )
  return fc.record({ notes: fc.array(word, { minLength: 1, maxLength: 7 }), slur: fc.boolean() }).map(({ notes, slur }) => {
    const sounding = notes.flatMap((w, i) => (w === 'z' ? [] : [i]))
    if (!slur || sounding.length < 2) return notes.join(' ')
    return notes.map((w, i) => (i === sounding[0] ? `(${w}` : i === sounding[sounding.length - 1] ? `${w})` : w)).join(' ')
  })
}

/** A piece of words, its two or three measures of four, with repeats and endings set as `form` says. */
const FORMS = ['plain', 'repeat all', 'repeat second', 'endings', 'never played'] as const
type Form = (typeof FORMS)[number]
function withForm(text: string, form: Form): Piece {
  const piece = pieceFrom(text, undefined, { beats: 2, unit: 4 })
  const line = piece.lines[0]
  const last = line.measures.length - 1
  const measures = line.measures.map((m, i) => {
    switch (form) {
      case 'plain':
        return m
      case 'repeat all':
        return i === last ? { ...m, repeatEnd: 2 } : m
      case 'repeat second':
        return i === 1 ? { ...m, repeatStart: true, repeatEnd: 2 } : m
      case 'endings':
        return i === last - 1 && i > 0 ? { ...m, ending: [1], repeatEnd: 2 } : i === last && last > 1 ? { ...m, ending: [2] } : m
      case 'never played':
        return i === 1 ? { ...m, ending: [5] } : m
    }
  })
  return { ...piece, lines: [{ ...line, measures }] }
}

type Case = {
  readonly piece: Piece
  readonly seat: TestSeat
  readonly policy: Policy
  readonly learned: (typeof TEST_STEPS)[number]['learned']
}

const tableFor = ({ piece, seat, policy, learned }: Case, pins: ReadonlyMap<string, Pin> = new Map()): Table => {
  const [line] = piece.lines
  return layOut(
    { instrument: TEST_INSTRUMENTS[seat], policy, learned: learned[seat] },
    { line, moments: momentsOf(piece, line), octaves: 0, pins },
  )
}

/**
 * What a way through a line costs, straight from the rules: every hold once, and every two notes that follow each other
 * when the piece is played through, each such pair once. Written without the solver's tables.
 */
function costing(c: Case, t: Table, free = t): (path: readonly Hold[]) => number {
  const [line] = c.piece.lines
  const moments = momentsOf(c.piece, line)
  const columnOf = new Map(t.columns.map((x, i) => [moments[x.moment].events[0].event.id, i]))
  const pairs = new Map<string, { a: number; b: number; gap: Gap }>()
  let before = -1
  let rest = false
  const reached = new Set<number>()
  /** Straight from the words of the policy: early from the measure's first note, late up to the next note that must shift. */
  const timing = (b: number): StayWait => {
    const measure = (i: number) => moments[t.columns[i].moment].events[0].at.index
    const capped = (n: number) => Math.min(n, 8)
    if (c.policy.shiftWhere === 'early') {
      const place = t.columns.filter((_, i) => i < b && measure(i) === measure(b)).length
      return { up: capped(place), down: capped(place) }
    }
    if (c.policy.shiftWhere !== 'late') return { up: 0, down: 0 }
    const after = free.columns.slice(b)
    const away = after.findIndex((x) => x.holds.every((h) => !h.open && h.position > 1))
    const home = after.findIndex((x) => x.holds.every((h) => !h.open && h.position <= 1))
    return { up: away < 0 ? 0 : capped(away), down: home < 0 ? 8 : capped(home) }
  }
  for (const index of unfold(line))
    for (const e of line.measures[index].events) {
      const b = columnOf.get(e.id)
      if (b === undefined) {
        rest = true
        continue
      }
      if (before >= 0 && !pairs.has(`${before} ${b}`)) {
        const written = t.columns[b].moment === t.columns[before].moment + 1
        const slurred = written && moments[t.columns[b].moment].gap.slurred
        pairs.set(`${before} ${b}`, {
          a: before,
          b,
          gap: { slurred, rest: written ? moments[t.columns[b].moment].gap.rest : rest, wait: timing(b) },
        })
      }
      reached.add(b)
      before = b
      rest = false
    }
  t.columns.forEach((x, b) => {
    if (!reached.has(b) && b > 0) {
      const { slurred, rest: r } = moments[x.moment].gap
      const written = x.moment === t.columns[b - 1].moment + 1
      pairs.set(`${b - 1} ${b}`, { a: b - 1, b, gap: { slurred: written && slurred, rest: r, wait: timing(b) } })
    }
  })
  const weights = weightsFor(c.policy)
  const led = new Set([...pairs.values()].flatMap(({ a, b }) => (b === a + 1 ? [b] : [])))
  /** What only stands because the hand is there already must be come to from there. */
  const comes = (path: readonly Hold[]) =>
    path.some((h, i) => t.columns[i].stays.has(h) && !(led.has(i) && path[i - 1].position === h.position))
  return (path) => {
    if (comes(path)) return Infinity
    let sum = 0
    const charge = (kind: CostKind, times = 1) => {
      sum += weights[kind] * times
    }
    path.forEach((h) => chargeHold(t.setup, h, charge))
    if (path.length) chargeStart(t.setup, path[0], charge)
    for (const { a, b, gap } of pairs.values()) {
      if (b !== a + 1) chargeJump(t.setup, path[a], path[b], gap, charge)
      else if (!chargeMove(t.setup, path[a], path[b], gap, charge)) return Infinity
    }
    return sum
  }
}

/** Every way through the columns. */
function* paths(t: Table, i = 0, taken: Hold[] = []): Generator<Hold[]> {
  if (i === t.columns.length) yield taken
  else for (const h of t.columns[i].holds) yield* paths(t, i + 1, [...taken, h])
}

const small = (t: Table) => t.columns.length > 0 && t.columns.reduce((n, c) => n * c.holds.length, 1) <= 12_000

const cases = (seat: TestSeat): fc.Arbitrary<Case> =>
  fc
    .record({ text: words(seat), form: fc.constantFrom(...FORMS), policy: policies, learned: levels })
    .map(({ text, form, policy, learned }) => ({
      piece: withForm(text, form),
      seat,
      policy,
      learned,
    }))

/** Random lines for each seat. */
const LINES = casesOf(1000)

describe.each(SEATS)('the solver for the %s', (seat) => {
  it(`finds the least cost that exhaustive search finds, on ${LINES} lines with every policy, learned and kind of repeat`, () => {
    let tried = 0
    fc.assert(
      fc.property(cases(seat), (c) => {
        const t = tableFor(c)
        fc.pre(small(t))
        const cost = costing(c, t)
        const s = solve(t)
        let least = Infinity
        for (const path of paths(t)) least = Math.min(least, cost(path))
        expect(s.total).toBe(least)
        expect(cost(s.columns.map((x, i) => x.holds[s.chosen[i]]))).toBe(least)
        expect(solve(tableFor(c)).chosen).toEqual(s.chosen)
        tried++
      }),
      { numRuns: LINES },
    )
    expect(tried).toBeGreaterThanOrEqual(LINES)
  })
  it('prices every alternative as the best line that takes it', () => {
    fc.assert(
      fc.property(cases(seat), fc.nat(), (c, where) => {
        const t = tableFor(c)
        fc.pre(small(t))
        const cost = costing(c, t)
        const s = solve(t)
        const column = where % s.columns.length
        const best = new Map<string, number>()
        for (const path of paths(t)) {
          const choice = choiceOf(path[column])
          best.set(choice, Math.min(best.get(choice) ?? Infinity, cost(path)))
        }
        const others = alternativesAt(s, column)
        // What no hand may come to is no choice.
        expect(others).toHaveLength([...best.values()].filter(Number.isFinite).length - 1)
        for (const a of others) {
          expect(a.price).toBe(best.get(choiceOf(a.hold))! - s.total)
          const sum = [...differenceOf(s, column, a.hold).times].reduce((x, [k, { mine, theirs }]) => x + s.weights[k] * (theirs - mine), 0)
          expect(sum).toBe(a.price)
        }
      }),
      { numRuns: casesOf(120) },
    )
  })
  it('a pin holds and the rest stays optimal around it, at the price that was said', () => {
    fc.assert(
      fc.property(cases(seat), fc.nat(), fc.nat(), (c, where, which) => {
        const free = solve(tableFor(c))
        fc.pre(free.columns.length > 0)
        const column = where % free.columns.length
        const others = pinsAt(free, column)
        fc.pre(others.length > 0)
        const wanted = others[which % others.length]
        const [line] = c.piece.lines
        const event = momentsOf(c.piece, line)[free.columns[column].moment].events[0].event.id
        const t = tableFor(c, new Map([[event, pinFor(TEST_INSTRUMENTS[seat], wanted.hold)]]))
        fc.pre(small(t))
        const cost = costing(c, t, free)
        const s = solve(t)
        const pinned = s.columns[column].holds[s.chosen[column]]
        expect(pinned.stops.map((x) => [x.string, x.finger])).toEqual(wanted.hold.stops.map((x) => [x.string, x.finger]))
        let least = Infinity
        for (const path of paths(t)) least = Math.min(least, cost(path))
        expect(s.total).toBe(least)
        expect(s.total - free.total).toBe(wanted.price)
      }),
      { numRuns: casesOf(100) },
    )
  })
  it('moves by an octave keep the letters', () => {
    fc.assert(
      fc.property(words(seat), policies, (text, policy) => {
        const piece = pieceFrom(text)
        const at = (octave: number) => mapSeat(piece, piece.lines[0], SEAT[seat], { octave, policy, learned: FIRST_POSITION[seat] })
        const [here, up] = [at(0), at(1)]
        const upBy = new Map(up.notes.map((n) => [`${n.placed.event.id} ${n.head}`, n]))
        for (const n of here.notes) {
          const other = upBy.get(`${n.placed.event.id} ${n.head}`)
          if (other) expect([other.pitch.letter, other.pitch.alter]).toEqual([n.pitch.letter, n.pitch.alter])
        }
      }),
      { numRuns: casesOf(60) },
    )
  })
  it('maps every note or says why not', () => {
    fc.assert(
      fc.property(words(seat), fc.integer({ min: -2, max: 2 }), policies, levels, (text, octave, policy, learned) => {
        const piece = pieceFrom(text)
        const m = mapSeat(piece, piece.lines[0], SEAT[seat], { octave, policy, learned: learned[seat] })
        for (const moment of m.moments) {
          const id = moment.events[0].event.id
          const mapped = m.byEvent.get(id)?.length ?? 0
          expect(mapped === moment.pitches.length || m.problems.some((p) => p.placed.event.id === id)).toBe(true)
        }
        for (const n of m.notes) {
          expect(midiOf(m.instrument.strings[n.stop.string]) + n.stop.k).toBe(midiOf(n.pitch))
          expect(n.position === null).toBe(n.stop.finger === 0)
        }
      }),
      { numRuns: casesOf(150) },
    )
  })
})

it('only the bass writes an octave above what it sounds', () => {
  expect(SEATS.map((s) => writtenOctaves(TEST_INSTRUMENTS[s], 0))).toEqual([0, 0, 0, 1])
})

describe('pins', () => {
  const pinned = (pin: Pin) => {
    const piece = pieceFrom('D4 E4')
    const pins = new Map([['e1', pin]])
    return mapSeat(piece, piece.lines[0], SEAT.violin, { octave: 0, policy: DEFAULT_POLICY, learned: FIRST_POSITION.violin, pins })
  }
  it('one that fits nothing is set aside and says what is missing', () => {
    const m = pinned({ strings: [3], fingers: [3] })
    expect(m.problems[0]).toMatchObject({ mark: 'pin', measure: '1', beat: 2 })
    expect(problemText(m)).toBe('The pin on E4 doesn’t work: that note isn’t on E.')
    expect(m.notes[1].pinned).toBe(false)
  })
  it('the finger or the position may be what is missing', () => {
    expect(problemText(pinned({ strings: [1], fingers: [0] }))).toContain(
      'The pin on E4 doesn’t work: an open string can’t play it on D in any position.',
    )
    expect(problemText(pinned({ strings: [1], fingers: [1], position: 'VII' }))).toContain(
      'The pin on E4 doesn’t work: finger 1 on D can’t reach it in VII.',
    )
  })
})

describe('repeats', () => {
  it('a repeated measure is fingered once, and the way back counts', () => {
    // Through once, open A to B in first position; the way back from D in III to E makes nothing dearer elsewhere.
    const piece = withForm('A5 B5 C6 D6', 'repeat all')
    const m = mapSeat(piece, piece.lines[0], SEAT.violin, { octave: 0, policy: DEFAULT_POLICY, learned: FIRST_POSITION.violin })
    expect(m.notes).toHaveLength(4)
    expect(m.solution.jumps).toMatchObject([{ low: 0, high: 3, back: true }])
  })
  it('costs what its alternative said when a note before an open string that comes back is pinned', () => {
    // The open E may be come to with the hand half way to where the pin needs it, whatever else is pinned.
    const { learned } = TEST_STEPS.find((p) => p.id === 'third-position')!
    const c: Case = {
      piece: withForm('E2 C#3 G2', 'repeat all'),
      seat: 'bass',
      policy: { ...DEFAULT_POLICY, fourth: 'open', school: '1-2-3-4', extensions: false, shiftWhere: 'late' },
      learned,
    }
    const free = solve(tableFor(c))
    const others = pinsAt(free, 1)
    expect(others.length).toBeGreaterThan(3)
    for (const { hold, price } of others) {
      const pinned = solve(tableFor(c, new Map([['e1', pinFor(TEST_INSTRUMENTS.bass, hold)]])))
      expect(pinned.total - free.total).toBe(price)
    }
  })
  it('without the repeat the first note is free to lie elsewhere', () => {
    const text = 'A4 B4 C5 D5'
    const once = tableFor({ piece: withForm(text, 'plain'), seat: 'violin', policy: DEFAULT_POLICY, learned: FIRST_POSITION })
    expect(once.jumps).toEqual([])
  })
  it('no step leads from a first ending to the second', () => {
    const piece = withForm('D4 E4 F#4 G4 A4 B4', 'endings')
    const t = tableFor({ piece, seat: 'violin', policy: DEFAULT_POLICY, learned: FIRST_POSITION })
    expect(t.columns.map((c) => c.moves !== null)).toEqual([false, true, true, true, false, true])
    expect(t.jumps.map((j) => [j.low, j.high, j.back])).toEqual([
      [0, 3, true],
      [1, 4, false],
    ])
  })
})
