import fc from 'fast-check'
import { expect, it } from 'vitest'
import { casesOf } from '../testing/depth'
import { pieces } from '../testing/arbitrary'
import { pieceFrom } from '../testing/piece'
import { alternativesAt } from './alternatives'
import { handsAlong } from './down'
import { handSpans } from './hands'
import { mapSeat, writtenOctaves } from './map'
import { whyAt } from '../testing/said'
import { sayHandMove } from '../words/en/fingering'
import { PLAIN_TONGUE } from '../words/en/hands'
import { movesOf } from './moves'
import { offersAt } from './offers'
import { DEFAULT_POLICY, DOWNBEATS, FINGERS_DOWN, FOURTH, SHIFT_WHERE, STAY, type Policy } from './policy'
import { TEST_INSTRUMENTS, TEST_STEPS, SEATS, SEAT } from '../testing/seats'
import { SCHOOLS } from '../instruments/instrument'

const policies: fc.Arbitrary<Policy> = fc.record({
  fourth: fc.constantFrom(...FOURTH),
  fingersDown: fc.constantFrom(...FINGERS_DOWN),
  stay: fc.constantFrom(...STAY),
  school: fc.constantFrom(...SCHOOLS),
  extensions: fc.boolean(),
  shiftWhere: fc.constantFrom(...SHIFT_WHERE),
  harmonics: fc.boolean(),
  downbeats: fc.constantFrom(...DOWNBEATS),
})

it('any piece the schema admits maps for every seat, policy and learned, and all that is derived from it', () => {
  fc.assert(
    fc.property(
      pieces,
      policies,
      fc.constantFrom(...TEST_STEPS.map((p) => p.learned)),
      fc.constantFrom(...SEATS),
      fc.integer({ min: -3, max: 1 }),
      (piece, policy, learned, seat, octave) => {
        for (const line of piece.lines) {
          const m = mapSeat(piece, line, SEAT[seat], { octave, policy, learned: learned[seat] })
          expect(m.solution.total).toBeLessThan(Infinity)
          for (const x of movesOf(m)) expect(sayHandMove(x).every((s) => s.endsWith('.'))).toBe(true)
          for (const rule of FINGERS_DOWN) expect(handsAlong(m, rule)).toHaveLength(m.solution.columns.length)
          handSpans(m)
          m.solution.columns.forEach((_, i) => alternativesAt(m.solution, i).forEach((a) => expect(a.price).toBeGreaterThanOrEqual(0)))
          if (m.notes[0]) expect(whyAt(m, m.notes[0])).toMatch(/\.$/)
          const trouble = m.moments.findIndex((x) => m.problems.some((p) => p.placed === x.events[0]))
          if (trouble >= 0)
            for (const o of offersAt(piece, m, trouble, PLAIN_TONGUE)) expect(Object.keys(o.changes).length).toBeGreaterThan(0)
        }
      },
    ),
    { numRuns: casesOf(250) },
  )
})

it('many endings over each other end in a map, not in a search without end', () => {
  const piece = pieceFrom(new Array(48).fill('D4 E4 F#4 G4').join(' '), { fifths: 2, mode: 'major' })
  const measures = piece.lines[0].measures.map((m, i) =>
    i % 4 === 0 ? m : { ...m, ending: [i % 4], ...(i % 4 < 3 ? { repeatEnd: 3 } : {}) },
  )
  const line = { ...piece.lines[0], measures }
  const m = mapSeat({ ...piece, lines: [line] }, line, SEAT.cello, {
    octave: writtenOctaves(TEST_INSTRUMENTS.cello, -1),
    policy: DEFAULT_POLICY,
    learned: TEST_STEPS.at(-1)!.learned.cello,
  })
  expect(m.notes).toHaveLength(192)
  expect(Math.max(...m.solution.layers.map((l) => l.size))).toBeLessThanOrEqual(1024)
})
