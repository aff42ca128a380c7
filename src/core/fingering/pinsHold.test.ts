import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { choiceOf } from '../hands/hold'
import { pieceFrom } from '../testing/piece'
import { SEAT, SEATS, TEST_STEPS } from '../testing/seats'
import { tunes } from '../testing/tunes'
import { handSteps } from './along'
import { choicesAt, mapSeat, type SeatMap } from './map'
import { pinFor, type Pin } from './pins'
import { DEFAULT_POLICY } from './policy'

type Asked = { readonly seat: (typeof SEATS)[number]; readonly step: number }
const mapped = (piece: Parameters<typeof mapSeat>[0], { seat, step }: Asked, pins?: ReadonlyMap<string, Pin>): SeatMap =>
  mapSeat(piece, piece.lines[0], SEAT[seat], {
    octave: SEAT[seat].instrument.beside,
    policy: DEFAULT_POLICY,
    learned: TEST_STEPS[step].learned[seat],
    pins,
  })
const positions = (m: SeatMap) => m.notes.map((n) => n.position ?? '-').join(' ')

describe('a pin holds', () => {
  const tune = pieceFrom('D4 E4 G4 G4 G4 G4 G4 F#4 E4 G4 G4 E4', { fifths: 2, mode: 'major' })
  const one = (event: string): [string, Pin] => [event, { strings: [1], fingers: [1], position: 'III', base: 5 }]
  it.each(TEST_STEPS.slice(3).map((s, i) => [s.id, i + 3] as const))(
    '49: the same note again stays where it was pinned, at %s',
    (_, step) => {
      const m = mapped(tune, { seat: 'violin', step }, new Map([one('e2')]))
      expect(positions(m).split(' ').slice(2, 7)).toEqual(['III', 'III', 'III', 'III', 'III'])
      // What lies below it has a reason to leave, or lies on the string below; the second pin sends the hand there once more.
      const both = mapped(tune, { seat: 'violin', step }, new Map([one('e2'), one('e9')]))
      expect(positions(both).split(' ').slice(9, 11)).toEqual(['III', 'III'])
      expect(new Set(both.notes.slice(2, 7).map((n) => n.stop.finger))).toEqual(new Set([1]))
      // Only the note that was pinned says so: the others hold on by themselves.
      expect(both.notes.flatMap((n, i) => (n.pinned ? [i] : []))).toEqual([2, 9])
    },
  )
  it('so does a fourth finger, until another note comes', () => {
    const again = pieceFrom('F#4 A4 A4 A4 B4 A4', { fifths: 2, mode: 'major' })
    const m = mapped(again, { seat: 'violin', step: 6 }, new Map([['e1', { strings: [1], fingers: [4] }]]))
    expect(m.notes.map((n) => n.stop.finger)).toEqual([2, 4, 4, 4, 1, 0])
  })
  it('under its slur the the hand stays sent, in a class that leaves first position only where it must, too', () => {
    const slurred = pieceFrom('D4 (G4 A4 B4) F#4 E4', { fifths: 2, mode: 'major' })
    for (const step of [5, 6]) {
      const m = mapped(slurred, { seat: 'violin', step }, new Map([one('e1')]))
      // The open A may ring meanwhile; B is 3 on D with the hand where it was sent.
      expect([1, 2, 3].map((i) => m.notes[i].hold.position)).toEqual(Array(3).fill(m.notes[1].hold.position))
      expect(m.notes[3].position).toBe('III')
    }
  })
  it('a place that is pinned up to a note holds up to there, and no further', () => {
    const scale = pieceFrom('D5 E5 F#5 G5 F#5 E5 D5 C#5', { fifths: 2, mode: 'major' })
    const until = new Map([['e0', { position: 'III', base: 5, until: 'e6' } satisfies Pin]])
    const m = mapped(scale, { seat: 'viola', step: 6 }, until)
    expect(positions(m)).toBe('III III III III III III III I')
    const home = mapped(scale, { seat: 'violin', step: 6 }, new Map([['e0', { position: 'III', base: 5, until: 'e3' } satisfies Pin]]))
    expect(positions(home).split(' ').slice(0, 4)).toEqual(['III', 'III', 'III', 'III'])
    expect(positions(home).split(' ')[7]).toBe('I')
  })
  it('never makes a shift between two of the same note, and costs what was said before', () => {
    let pairs = 0
    fc.assert(
      fc.property(
        tunes,
        fc.constantFrom(...SEATS),
        fc.integer({ min: 1, max: 7 }),
        fc.nat(),
        fc.nat(),
        ({ piece }, seat, step, where, which) => {
          const free = mapped(piece, { seat, step })
          fc.pre(free.notes.length > 0)
          const note = free.notes[where % free.notes.length]
          const others = choicesAt(free, note)
          fc.pre(others.length > 0)
          const { hold, price } = others[which % others.length]
          const pinned = mapped(piece, { seat, step }, new Map([[note.placed.event.id, pinFor(free.instrument, hold)]]))
          expect(pinned.solution.total - free.solution.total).toBe(price)
          const holds = handSteps(pinned)
          for (let i = note.column; i + 1 < holds.length; i++) {
            const [a, b] = [holds[i], holds[i + 1]]
            if (a.pitches.length !== b.pitches.length || JSON.stringify(a.pitches) !== JSON.stringify(b.pitches)) break
            expect(choiceOf(b.hold)).toBe(choiceOf(a.hold))
            pairs++
          }
        },
      ),
      { numRuns: 150 },
    )
    expect(pairs).toBeGreaterThan(10)
  })
  it('two pins are enough where a teacher writes III twice: no shift between the notes that they hold', () => {
    for (const seat of ['violin', 'viola'] as const) {
      const strings = [seat === 'viola' ? 2 : 1]
      const m = mapped(tune, { seat, step: 6 }, new Map(['e2', 'e9'].map((e) => [e, { ...one(e)[1], strings }])))
      const at = m.notes.map((n) => n.hold.position)
      for (const i of [3, 4, 5, 6, 10]) expect(at[i]).toBe(at[i - 1])
    }
  })
})

describe('what is pinned and not learned', () => {
  it('stays counted as new', () => {
    const tune = pieceFrom('A4 B4 C#5 D5', { fifths: 2, mode: 'major' })
    const free = mapped(tune, { seat: 'violin', step: 2 })
    expect(free.problems).toEqual([])
    const m = mapped(tune, { seat: 'violin', step: 2 }, new Map([['e0', { strings: [1], fingers: [4] }]]))
    expect(m.problems.map((p) => p.mark)).toEqual(['new'])
    expect(m.notes[0].pinned).toBe(true)
  })
})
