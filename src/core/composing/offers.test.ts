import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoPieces } from '@/formats/testing/demo'
import { MOST_LINES } from '../piece/piece'
import { pieceSchema } from '../piece/piece.schema'
import { DEFAULT_CLASS, classAt } from '../plan/class'
import { ensembleMapper, lineIndexFor, octavesFor } from '../balance/ensemble'
import { loadOf } from '../balance/load'
import { emptyPlan, withLine, withOctave } from '../plan/plan'
import { planSchema } from '../plan/plan.schema'
import { seatsOf } from '../seats/seat'
import { midiOf } from '../music/pitch'
import { soundingOf } from '../sounding/sounding'
import { pieces } from '../testing/arbitrary'
import { chordsOf, secondOffers, withSecond } from './offers'
import { notesOf } from './tune'

const PIECES = demoPieces()
const SEATS = seatsOf(DEFAULT_CLASS)

describe('second lines that are offered', () => {
  it('are there for every demo piece and seat, the lightest first, at what they weigh once they are taken', () => {
    for (const piece of PIECES.slice(0, 2))
      for (const id of ['violin', 'bass']) {
        const { offers, now, chords } = secondOffers(piece, emptyPlan(), DEFAULT_CLASS, id)
        expect(offers.length, `${piece.title} ${id}`).toBeGreaterThanOrEqual(4)
        expect(offers.map((o) => o.load)).toEqual(offers.map((o) => o.load).sort((a, b) => a - b))
        expect(chords).toHaveLength(piece.lines[0].measures.length)
        expect(now).toBeCloseTo(loadOf(piece, ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)[id]).total)
        for (const o of offers) {
          const taken = withSecond(piece, emptyPlan(), DEFAULT_CLASS, id, o)!
          expect(pieceSchema.safeParse(taken.piece).success).toBe(true)
          expect(planSchema.safeParse(taken.plan).success).toBe(true)
          const map = ensembleMapper()(taken.piece, taken.plan, DEFAULT_CLASS)[id]
          expect(loadOf(taken.piece, map).total, `${piece.title} ${id} ${o.kind}`).toBeCloseTo(o.load)
          expect(map.problems).toEqual([])
        }
      }
  })
  it('once taken are what is heard of their seat: each note when and where it was made', () => {
    const piece = PIECES.find((p) => p.title === 'Two Barges')!
    for (const { id } of SEATS)
      for (const offer of secondOffers(piece, emptyPlan(), DEFAULT_CLASS, id).offers) {
        const taken = withSecond(piece, emptyPlan(), DEFAULT_CLASS, id, offer)!
        const heard = soundingOf(taken.piece, ensembleMapper()(taken.piece, taken.plan, DEFAULT_CLASS)).seats[id]
        // Two Barges has a repeat; the first time through is what is written. Ticks from its beginning, ties told as one note.
        const written = notesOf(taken.piece, offer.line)
        const first = heard.filter((n) => n.pass === 1).sort((a, b) => a.tick - b.tick)
        expect(
          first.map((n) => n.midi),
          `${id} ${offer.kind}`,
        ).toEqual(written.map((n) => midiOf(n.pitch)))
      }
  })
  it('once taken change nothing for the others: line, octave and fingers stay', () => {
    for (const piece of PIECES.slice(6))
      for (const { id } of SEATS) {
        const before = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
        const [offer] = secondOffers(piece, emptyPlan(), DEFAULT_CLASS, id).offers
        const taken = withSecond(piece, emptyPlan(), DEFAULT_CLASS, id, offer)!
        const after = ensembleMapper()(taken.piece, taken.plan, DEFAULT_CLASS)
        for (const s of SEATS.filter((x) => x.id !== id)) {
          expect(after[s.id].octave, `${piece.title}: ${s.id} beside ${id}`).toBe(before[s.id].octave)
          expect(after[s.id].notes.map((n) => n.stop)).toEqual(before[s.id].notes.map((n) => n.stop))
        }
        expect(after[id].line).not.toBe(before[id].line)
      }
  })
  it('of any tune leave the octaves of the others where they are', () => {
    fc.assert(
      fc.property(pieces, (piece) => {
        for (const { id } of SEATS) {
          const [offer] = secondOffers(piece, emptyPlan(), DEFAULT_CLASS, id).offers
          if (!offer) continue
          const taken = withSecond(piece, emptyPlan(), DEFAULT_CLASS, id, offer)!
          const { [id]: _a, ...before } = octavesFor(piece, emptyPlan(), DEFAULT_CLASS)
          const { [id]: _b, ...after } = octavesFor(taken.piece, taken.plan, DEFAULT_CLASS)
          expect(after).toEqual(before)
        }
      }),
      { numRuns: 6 },
    )
  })
  it('a line that was made for the seat before gives way; the tune, and what another seat reads, never do', () => {
    const [piece] = PIECES
    const cello = SEATS.find((s) => s.id === 'cello')!
    const one = secondOffers(piece, emptyPlan(), DEFAULT_CLASS, 'cello').offers
    const first = withSecond(piece, emptyPlan(), DEFAULT_CLASS, 'cello', one[0])!
    expect(first.piece.lines).toHaveLength(piece.lines.length + 1)
    expect(first.piece.lines[0]).toBe(piece.lines[0])
    const again = secondOffers(first.piece, first.plan, DEFAULT_CLASS, 'cello').offers
    // Given back, the seat reads the tune where it read it before, and nothing is out of reach.
    const back = withLine(first.piece, first.plan, 'cello', 0)
    expect(back.octaves.cello).toBe('auto')
    const before = octavesFor(piece, emptyPlan(), DEFAULT_CLASS)
    const plain = ensembleMapper()(first.piece, back, DEFAULT_CLASS).cello
    expect(plain.octave).toBe(before.cello)
    expect(plain.problems.filter((p) => p.mark === 'out')).toEqual([])
    // An octave that the teacher had chosen comes back as well, and going to the made line once more is at its own pitches.
    const chosen = withSecond(piece, withOctave(emptyPlan(), 'cello', -2), DEFAULT_CLASS, 'cello', one[0])!
    expect(chosen.plan.octaves.cello).toBe(0)
    const returned = withLine(chosen.piece, chosen.plan, 'cello', 0)
    expect([returned.octaves.cello, returned.octavesBefore]).toEqual([-2, {}])
    expect(withLine(chosen.piece, returned, 'cello', piece.lines.length).octaves.cello).toBe(0)
    const lower = withSecond(first.piece, withOctave(first.plan, 'cello', -1), DEFAULT_CLASS, 'cello', again[1])!
    expect([lower.plan.octaves.cello, lower.plan.octavesBefore.cello]).toEqual([0, 'auto'])
    const second = withSecond(first.piece, first.plan, DEFAULT_CLASS, 'cello', again[1])!
    expect(second.piece.lines).toHaveLength(piece.lines.length + 1)
    expect(pieceSchema.safeParse(second.piece).success).toBe(true)
    // Read by another seat too, it stays beside the new one.
    const shared = { ...first.plan, lines: { ...first.plan.lines, bass: lineIndexFor(first.piece, first.plan, DEFAULT_CLASS, cello) } }
    expect(withSecond(first.piece, shared, DEFAULT_CLASS, 'cello', again[1])!.piece.lines).toHaveLength(piece.lines.length + 2)
    expect(secondOffers(piece, emptyPlan(), DEFAULT_CLASS, 'nobody')).toMatchObject({ offers: [], now: 0 })
  })
  it('of a class that knows one finger ask for nothing else', () => {
    const klass = classAt('first-finger')
    const barges = PIECES.find((p) => p.title === 'Two Barges')!
    for (const { id } of seatsOf(klass)) {
      const { offers } = secondOffers(barges, emptyPlan(), klass, id)
      expect(offers.length, id).toBeGreaterThan(0)
      for (const o of offers) {
        const taken = withSecond(barges, emptyPlan(), klass, id, o)!
        const { notes } = ensembleMapper()(taken.piece, taken.plan, klass)[id]
        for (const n of notes) expect([0, 1], `${id} ${o.kind}`).toContain(n.stop.finger)
      }
    }
  })
  it('is not taken into a piece that has as many lines as it can', () => {
    const [piece] = PIECES
    const [offer] = secondOffers(piece, emptyPlan(), DEFAULT_CLASS, 'cello').offers
    const full = { ...piece, lines: Array.from({ length: MOST_LINES }, () => piece.lines[0]) }
    expect(withSecond(full, { ...emptyPlan(), lines: { cello: 0 } }, DEFAULT_CLASS, 'cello', offer)).toBeNull()
  })
  it('the chords are told measure by measure', () => {
    const barges = PIECES.find((p) => p.title === 'Two Barges')!
    expect(chordsOf(barges, barges.lines[0]).at(-1)).toBe('G')
  })
})
