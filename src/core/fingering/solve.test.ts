import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { choiceOf, type Hold } from '../hands/hold'
import { INSTRUMENTS, SEATS, type Seat } from '../hands/instruments'
import { FIRST_POSITION } from '../hands/level'
import { BASS_SCHOOLS } from '../hands/schools'
import { LETTERS, midiOf, pitchName, type Pitch } from '../music/pitch'
import { pieceFrom } from '../testing/piece'
import { alternativesAt, differenceOf } from './alternatives'
import { chargeHold, chargeMove } from './costs'
import { mapSeat, writtenOctaves } from './map'
import { momentsOf } from './moments'
import { pinFor, type Pin } from './pins'
import { FOURTH, type Policy } from './policy'
import { layOut, solve, type Column, type Table } from './solve'
import { WEIGHTS, type CostKind } from './weights'

const policies: fc.Arbitrary<Policy> = fc.record({ fourth: fc.constantFrom(...FOURTH), bassSchool: fc.constantFrom(...BASS_SCHOOLS) })

/** A short line in a seat's written range, as test words: single notes, some slurred, some rests, some double stops. */
function words(seat: Seat): fc.Arbitrary<string> {
  const { strings } = INSTRUMENTS[seat]
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
  return fc.record({ notes: fc.array(word, { minLength: 1, maxLength: 6 }), slur: fc.boolean() }).map(({ notes, slur }) => {
    const sounding = notes.flatMap((w, i) => (w === 'z' ? [] : [i]))
    if (!slur || sounding.length < 2) return notes.join(' ')
    return notes.map((w, i) => (i === sounding[0] ? `(${w}` : i === sounding[sounding.length - 1] ? `${w})` : w)).join(' ')
  })
}

/** Tables, costs of single things, straight from the rules and without the solver's matrices. */
function cost(t: Table, path: readonly Hold[]): number {
  let sum = 0
  const charge = (kind: CostKind) => {
    sum += WEIGHTS[kind]
  }
  for (let i = 0; i < path.length; i++) {
    chargeHold(t.setup.instrument, t.policy, path[i], charge)
    if (i > 0 && !chargeMove(t.setup.instrument, path[i - 1], path[i], t.columns[i].gap, charge)) return Infinity
  }
  return sum
}

/** Every way through the columns. */
function* paths(columns: readonly Column[], i = 0, taken: Hold[] = []): Generator<Hold[]> {
  if (i === columns.length) yield taken
  else for (const h of columns[i].holds) yield* paths(columns, i + 1, [...taken, h])
}

const tableFor = (seat: Seat, text: string, policy: Policy, pins?: Map<string, Pin>): Table => {
  const piece = pieceFrom(text)
  const instrument = INSTRUMENTS[seat]
  return layOut({ instrument, school: policy.bassSchool, level: FIRST_POSITION }, policy, momentsOf(piece, piece.lines[0]), 0, pins)
}

const small = (t: Table) => t.columns.length > 0 && t.columns.reduce((n, c) => n * c.holds.length, 1) <= 30_000

describe.each(SEATS)('the solver for the %s', (seat) => {
  it('finds the least cost that exhaustive search finds', () => {
    fc.assert(
      fc.property(words(seat), policies, (text, policy) => {
        const t = tableFor(seat, text, policy)
        fc.pre(small(t))
        const s = solve(t)
        let least = Infinity
        for (const path of paths(t.columns)) least = Math.min(least, cost(t, path))
        expect(s.total).toBe(least)
        expect(
          cost(
            t,
            s.columns.map((c, i) => c.holds[s.chosen[i]]),
          ),
        ).toBe(least)
      }),
      { numRuns: 150 },
    )
  })
  it('prices every alternative as the best line that takes it', () => {
    fc.assert(
      fc.property(words(seat), policies, fc.nat(), (text, policy, where) => {
        const t = tableFor(seat, text, policy)
        fc.pre(small(t))
        const s = solve(t)
        const column = where % s.columns.length
        const best = new Map<string, number>()
        for (const path of paths(t.columns)) {
          const choice = choiceOf(path[column])
          best.set(choice, Math.min(best.get(choice) ?? Infinity, cost(t, path)))
        }
        for (const a of alternativesAt(s, column)) {
          expect(a.price).toBe(best.get(choiceOf(a.hold))! - s.total)
          const sum = [...differenceOf(s, column, a.hold).values()].reduce((x, y) => x + y, 0)
          expect(sum).toBe(a.price)
        }
      }),
      { numRuns: 80 },
    )
  })
  it('a pin holds and the rest stays optimal around it', () => {
    fc.assert(
      fc.property(words(seat), policies, fc.nat(), fc.nat(), (text, policy, where, which) => {
        const free = solve(tableFor(seat, text, policy))
        fc.pre(free.columns.length > 0)
        const column = where % free.columns.length
        const others = alternativesAt(free, column, true)
        fc.pre(others.length > 0)
        const wanted = others[which % others.length].hold
        const piece = pieceFrom(text)
        const event = momentsOf(piece, piece.lines[0])[free.columns[column].moment].events[0].event.id
        const t = tableFor(seat, text, policy, new Map([[event, pinFor(INSTRUMENTS[seat], wanted)]]))
        fc.pre(small(t))
        const s = solve(t)
        expect(choiceOf(s.columns[column].holds[s.chosen[column]])).toBe(choiceOf(wanted))
        let least = Infinity
        for (const path of paths(t.columns)) least = Math.min(least, cost(t, path))
        expect(s.total).toBe(least)
      }),
      { numRuns: 80 },
    )
  })
  it('moves by an octave keep the letters', () => {
    fc.assert(
      fc.property(words(seat), policies, (text, policy) => {
        const piece = pieceFrom(text)
        const at = (octave: number) => mapSeat(piece, piece.lines[0], seat, { octave, policy })
        const [here, up] = [at(0), at(1)]
        const upBy = new Map(up.notes.map((n) => [`${n.placed.event.id} ${n.head}`, n]))
        for (const n of here.notes) {
          const other = upBy.get(`${n.placed.event.id} ${n.head}`)
          if (other) expect([other.pitch.letter, other.pitch.alter]).toEqual([n.pitch.letter, n.pitch.alter])
        }
      }),
      { numRuns: 60 },
    )
  })
  it('maps every note or says why not', () => {
    fc.assert(
      fc.property(words(seat), fc.integer({ min: -2, max: 2 }), policies, (text, octave, policy) => {
        const piece = pieceFrom(text)
        const m = mapSeat(piece, piece.lines[0], seat, { octave, policy })
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
      { numRuns: 150 },
    )
  })
})

it('only the bass writes an octave above what it sounds', () => {
  expect(SEATS.map((s) => writtenOctaves(INSTRUMENTS[s], 0))).toEqual([0, 0, 0, 1])
})

describe('pins', () => {
  it('one that fits nothing is set aside and said', () => {
    const piece = pieceFrom('D4 E4')
    const m = mapSeat(piece, piece.lines[0], 'violin', {
      octave: 0,
      policy: { fourth: 'auto', bassSchool: '1-2-4' },
      pins: new Map([['e1', { fingers: [3], strings: [3] }]]),
    })
    expect(m.problems[0]).toMatchObject({ measure: '1', beat: 2 })
    expect(m.problems[0].text).toContain('fits no string and finger')
    expect(m.notes[1].pinned).toBe(false)
  })
})
