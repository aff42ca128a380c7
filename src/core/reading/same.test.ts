import { isLearned } from '../hands/hold'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { mapSeat } from '../fingering/map'
import { DEFAULT_POLICY } from '../fingering/policy'
import { transposed, type Interval } from '../music/interval'
import { alterIn, type Key } from '../music/key'
import { byOctaves, midiOf, pitchAt, pitchName, type Pitch } from '../music/pitch'
import type { Piece } from '../piece/piece'
import { loadOf } from '../balance/load'
import { pieceFrom } from '../testing/piece'
import { spotsOf } from './spots'
import { aboutKind } from './spots/detectors'
import type { Spot } from './spots/spot'
import { FIRST_POSITION, TEST_INSTRUMENTS, type LearnedBySeat, TEST_STEPS, SEATS, type TestSeat, WHOLE_NECK, SEAT } from '../testing/seats'

/** A tune of the key, by letter steps above C0, with its lengths; what a class could meet. */
const tunes = (low: number, high: number) =>
  fc.record({
    fifths: fc.integer({ min: -3, max: 4 }),
    notes: fc.array(fc.record({ steps: fc.integer({ min: low, max: high }), length: fc.constantFrom('q', 'e', 'h', 'q.') }), {
      minLength: 4,
      maxLength: 24,
    }),
    tempo: fc.integer({ min: 50, max: 160 }),
  })
type Tune = { fifths: number; notes: readonly { steps: number; length: string }[]; tempo: number }

const pitchesOf = ({ fifths, notes }: Tune): Pitch[] =>
  notes.map(({ steps }) => {
    const plain = pitchAt(steps, 0)
    return { ...plain, alter: alterIn({ fifths }, plain.letter) }
  })
function pieceOf(tune: Tune, move: (p: Pitch) => Pitch = (p) => p, fifths = tune.fifths): Piece {
  const words = pitchesOf(tune).map((p, i) => `${pitchName(move(p))}:${tune.notes[i].length}`)
  return { ...pieceFrom(words.join(' '), { fifths, mode: 'major' } satisfies Key), tempo: tune.tempo }
}
const mapOf = (piece: Piece, seat: TestSeat, octave: number, learned: LearnedBySeat) =>
  mapSeat(piece, piece.lines[0], SEAT[seat], { octave, policy: DEFAULT_POLICY, learned: learned[seat] })

/** A spot without its place on the staff and its words: what the hand, the bow or the class meets. */
const met = (s: Spot) => [s.event, s.kind, Math.round(s.hard * 1e6), s.before]
const [G3, B5, FIFTH_DOWN]: [number, number, Interval] = [7 * 3 + 4, 7 * 5 + 6, { steps: -4, semitones: -7 }]

describe('what must be the same', () => {
  it('the viola a fifth lower does what the violin does (common practice: its strings are the violin’s, a fifth lower)', () => {
    fc.assert(
      fc.property(tunes(G3, B5), (tune) => {
        const [high, low] = [pieceOf(tune), pieceOf(tune, (p) => transposed(p, FIFTH_DOWN), tune.fifths - 1)]
        const violin = mapOf(high, 'violin', 0, WHOLE_NECK)
        const viola = mapOf(low, 'viola', 0, WHOLE_NECK)
        expect(viola.notes.map((n) => n.stop)).toEqual(violin.notes.map((n) => n.stop))
        const hand = (piece: Piece, map: typeof violin) =>
          spotsOf(piece, map)
            .filter((s) => ['hand', 'bow', 'class'].includes(aboutKind(s.kind).concern))
            .map(met)
        expect(hand(low, viola)).toEqual(hand(high, violin))
      }),
      { numRuns: 60 },
    )
  })

  it.each(SEATS)('%s: a line an octave away, moved back, is the same part', (seat) => {
    const open = TEST_INSTRUMENTS[seat].strings[0]
    const low = 7 * (open.octave + TEST_INSTRUMENTS[seat].sounds) + 'CDEFGAB'.indexOf(open.letter)
    fc.assert(
      fc.property(tunes(low, low + 14), fc.constantFrom(-2, -1, 1, 2), (tune, away) => {
        const [here, there] = [pieceOf(tune), pieceOf(tune, (p) => byOctaves(p, away))]
        const [a, b] = [mapOf(here, seat, 0, FIRST_POSITION), mapOf(there, seat, -away, FIRST_POSITION)]
        expect(b.notes.map((n) => [n.stop, pitchName(n.pitch)])).toEqual(a.notes.map((n) => [n.stop, pitchName(n.pitch)]))
        expect(spotsOf(there, b)).toEqual(spotsOf(here, a))
        expect(loadOf(there, b)).toEqual(loadOf(here, a))
      }),
      { numRuns: 30 },
    )
  })

  it('the same notes with the same time for each are the same work, whatever values they are written in', () => {
    fc.assert(
      fc.property(tunes(G3, B5), (tune) => {
        const even = { ...tune, notes: tune.notes.map((n) => ({ ...n, length: 'q' })) }
        const short = { ...even, notes: even.notes.map((n) => ({ ...n, length: 'e' })), tempo: tune.tempo / 2 }
        const [long, twice] = [pieceOf(even), pieceOf(short)]
        const hands = (piece: Piece) => {
          const { items } = loadOf(piece, mapOf(piece, 'violin', 0, FIRST_POSITION))
          // The bow's way and bars are another with other values; fingers and strings are not.
          return items.filter((i) => ['shift', 'slide', 'crossing', 'bowCrossing', 'fourthFinger', 'skipString', 'fifth'].includes(i.what))
        }
        const round = (all: ReturnType<typeof hands>) => all.map((i) => [i.event, i.what, i.points.toFixed(6)])
        expect(round(hands(twice))).toEqual(round(hands(long)))
      }),
      { numRuns: 40 },
    )
  })
})

describe('what must not get worse', () => {
  it('a passage that comes again is never harder the second time, note by note and kind by kind', () => {
    fc.assert(
      fc.property(tunes(G3, B5), fc.constantFrom(...SEATS), (tune, seat) => {
        const once = { ...tune, notes: tune.notes.map((n) => ({ ...n, length: 'q' })) }
        // Whole measures, so that the second time begins on the beat as the first did.
        const whole = { ...once, notes: once.notes.slice(0, once.notes.length - (once.notes.length % 4)) }
        const again = { ...whole, notes: [...whole.notes, ...whole.notes] }
        const piece = pieceOf(again)
        const map = mapOf(piece, seat, { violin: 0, viola: -1, cello: -1, bass: -2 }[seat], FIRST_POSITION)
        const half = whole.notes.length
        // Where the joint brings the hand in from elsewhere the fingering may be another, and the work with it.
        const hand = (i: number) => map.byEvent.get(`e${i}`)?.map((n) => [n.stop, n.hold.position, n.hold.shape])
        const alike = (i: number) => i > 0 && [i, i - 1].every((n) => JSON.stringify(hand(n)) === JSON.stringify(hand(n + half)))
        const hardest = (from: number, kind: string, i: number) =>
          Math.max(0, ...spots.filter((s) => s.kind === kind && s.event === `e${from + i}`).map((s) => s.hard))
        const spots = spotsOf(piece, map)
        for (const { kind, event } of spots) {
          const i = Number(event.slice(1))
          if (i >= half || !alike(i)) continue
          expect(hardest(half, kind, i), `${kind} at ${i}`).toBeLessThanOrEqual(hardest(0, kind, i) + 1e-9)
        }
      }),
      { numRuns: 60 },
    )
  })

  it('a class that has learned more finds no note new that it could play before, and one that has learned all finds nothing', () => {
    const steps = ['first-finger', 'three-fingers', 'four-strings', 'first-position'].map(
      (id) => TEST_STEPS.find((p) => p.id === id)!.learned,
    )
    fc.assert(
      fc.property(tunes(G3, B5), fc.constantFrom(...SEATS), (tune, seat) => {
        const piece = pieceOf(tune)
        const octave = { violin: 0, viola: 0, cello: -1, bass: -2 }[seat]
        const beyond = (learned: LearnedBySeat): Set<number> => {
          const { columns } = mapOf(piece, seat, octave, learned).solution
          return new Set(columns.filter((c) => c.all.every((h) => !isLearned(h))).map((c) => c.moment))
        }
        const sets = steps.map(beyond)
        for (let i = 1; i < sets.length; i++) for (const note of sets[i]) expect(sets[i - 1].has(note)).toBe(true)
        const all = mapOf(piece, seat, octave, WHOLE_NECK)
        expect(spotsOf(piece, all).filter((s) => s.kind === 'new-for-class')).toEqual([])
      }),
      { numRuns: 60 },
    )
  })

  it('what cannot be played is said of exactly the notes that no string and position has', () => {
    fc.assert(
      fc.property(tunes(7 * 2, 7 * 8), fc.constantFrom(...SEATS), (tune, seat) => {
        const piece = pieceOf(tune)
        const map = mapOf(piece, seat, 0, WHOLE_NECK)
        const said = new Set(spotsOf(piece, map).flatMap((s) => (s.kind === 'out-of-reach' ? [s.event] : [])))
        const { strings, sounds } = TEST_INSTRUMENTS[seat]
        const lowest = midiOf(strings[0]) + 12 * sounds
        pitchesOf(tune).forEach((p, i) => {
          if (midiOf(p) < lowest) expect(said.has(`e${i}`)).toBe(true)
          // An octave and a half above the highest open string is in no position that is mapped.
          if (midiOf(p) > midiOf(strings[3]) + 12 * sounds + 19) expect(said.has(`e${i}`)).toBe(true)
          if (midiOf(p) >= lowest && midiOf(p) <= midiOf(strings[3]) + 12 * sounds + 5) expect(said.has(`e${i}`)).toBe(false)
        })
      }),
      { numRuns: 60 },
    )
  })
})
