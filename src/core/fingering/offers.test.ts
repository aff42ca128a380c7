import { describe, expect, it } from 'vitest'
import { isBroken } from '../hands/hold'
import { pitchName } from '../music/pitch'
import { pieceFrom } from '../testing/piece'
import type { Piece } from '../piece/piece'
import { mapSeat } from './map'
import { PLAIN_TONGUE } from '../words/en/hands'
import { needsOffer, offersAt, phraseOf } from './offers'
import { DEFAULT_POLICY } from './policy'
import { withSubstitutes, type Substitutes } from './substitute'
import { TEST_INSTRUMENTS, ONLY_FIRST, type TestSeat, SEAT } from '../testing/seats'

const D = { fifths: 2, mode: 'major' } as const
const mapped = (piece: Piece, seat: TestSeat, substitutes: Substitutes = {}) =>
  mapSeat(piece, withSubstitutes(piece.lines[0], substitutes), SEAT[seat], {
    octave: TEST_INSTRUMENTS[seat].sounds,
    policy: DEFAULT_POLICY,
    learned: ONLY_FIRST[seat],
  })

describe('double stops (common practice: neighbouring strings, one frame, one finger each)', () => {
  it('a drone beside an open string, a fifth with one finger', () => {
    const m = mapped(pieceFrom('[D4,B4] [E4,B4]', D), 'violin')
    expect(m.notes.map((n) => [n.stop.string, n.stop.finger])).toEqual([
      [1, 0],
      [2, 1],
      [1, 1],
      [2, 1],
    ])
  })
  it('three and four notes are broken', () => {
    const m = mapped(pieceFrom('[G3,D4,B4] [G3,D4,B4,G5] [D4,B4]', D), 'violin')
    expect(m.problems).toEqual([])
    expect(m.notes.map((n) => isBroken(n.hold))).toEqual([...new Array<boolean>(7).fill(true), false, false])
  })
  it('what no hand can hold together is cut to its top note and said', () => {
    const m = mapped(pieceFrom('[G3,A3] D4'), 'violin')
    expect(m.problems[0]).toMatchObject({ mark: 'divide', measure: '1', beat: 1 })
    expect(m.notes.map((n) => pitchName(n.pitch))).toEqual(['A3', 'D4'])
  })
})

describe('substitutes', () => {
  it('a viola without an E string gets the octave below, the phrase, or a note of the chord, each with its reason', () => {
    const piece = pieceFrom('A4 B4 E5 F#5 E5 D5', D)
    const m = mapped(piece, 'viola')
    expect(needsOffer(m, 3)).toBe(true)
    expect(needsOffer(m, 0)).toBe(false)
    const offers = offersAt(piece, m, 3, PLAIN_TONGUE)
    expect(offers.every((o) => o.left === 0 && o.why.length > 0)).toBe(true)
    const names = offers.map((o) => o.name)
    expect(names).toContain('One octave lower')
    expect(names).toContain('One octave lower, whole phrase')
    expect(names.some((n) => n.endsWith('instead'))).toBe(true)
    expect(offers.find((o) => o.name === 'One octave lower')!.why).toBe('F♯4 is 2 on D. Only this note moves')
    // The note itself an octave away, then notes of its chord, then more of the line.
    expect(names[0]).toBe('One octave lower')
    const rank = (n: string) => (/^One octave (lower|higher)$/.test(n) ? 0 : n.endsWith('instead') ? 1 : 2)
    expect(names.map(rank)).toEqual(names.map(rank).sort())
    // Of a kind never a dearer one before a cheaper one that leaves as little.
    offers.slice(1).forEach((o, i) => {
      if (rank(o.name) === rank(offers[i].name)) expect(o.left > offers[i].left || o.price >= offers[i].price).toBe(true)
    })
  })
  it('the one that is picked is what the seat then plays, everything else unchanged', () => {
    const piece = pieceFrom('A4 B4 E5 F#5 E5 D5', D)
    const offer = offersAt(piece, mapped(piece, 'viola'), 3, PLAIN_TONGUE).find((o) => o.name === 'One octave lower')!
    const after = mapped(piece, 'viola', offer.changes)
    expect(after.problems).toEqual([])
    expect(after.notes.map((n) => pitchName(n.pitch))).toEqual(['A4', 'B4', 'E5', 'F#4', 'E5', 'D5'])
  })
  it('a chord beyond the hand is divided, or two of its notes are held', () => {
    const piece = pieceFrom('[G3,A3,D4] A4', D)
    const names = offersAt(piece, mapped(piece, 'violin'), 0, PLAIN_TONGUE).map((o) => o.name)
    expect(names).toEqual(expect.arrayContaining(['Only A3 and D4', 'Only D4', 'Only G3']))
  })
  it('another line that sounds at the time gives the note', () => {
    const one = pieceFrom('F#5:w', D)
    const second = {
      ...one.lines[0],
      name: 'B',
      measures: [
        {
          number: '1',
          events: [
            {
              kind: 'note' as const,
              id: 'b',
              value: { base: 'whole' as const, dots: 0 },
              heads: [{ pitch: { letter: 'C' as const, alter: 1, octave: 5 } }],
            },
          ],
        },
      ],
    }
    const piece: Piece = { ...one, lines: [one.lines[0], second] }
    expect(offersAt(piece, mapped(piece, 'viola'), 0, PLAIN_TONGUE).map((o) => o.name)).toContain('C♯5 instead')
  })
  it('a phrase goes from rest to rest', () => {
    const piece = pieceFrom('A4 B4 z F#5 E5 z B4 A4', D)
    const phrase = offersAt(piece, mapped(piece, 'viola'), 2, PLAIN_TONGUE).find((o) => o.name === 'One octave lower, whole phrase')!
    expect(Object.keys(phrase.changes)).toEqual(['e3', 'e4'])
  })
  it('a tied note moves with what it is tied to', () => {
    const piece = pieceFrom('F#5~ F#5 D5:h', D)
    const offer = offersAt(piece, mapped(piece, 'viola'), 0, PLAIN_TONGUE).find((o) => o.name === 'One octave lower')!
    expect(Object.keys(offer.changes)).toEqual(['e0', 'e1'])
    expect(mapped(piece, 'viola', offer.changes).notes.map((n) => n.held)).toEqual([false, true, false])
  })
  it('says how the hand then plays it as the solved line has it', () => {
    // F natural is low 2 on D, not 4 on G in III; D and A together are both open.
    const m = mapped(pieceFrom('F5 D4', { fifths: 0, mode: 'major' }), 'viola')
    const down = offersAt(pieceFrom('F5 D4', { fifths: 0, mode: 'major' }), m, 0, PLAIN_TONGUE).find((o) => o.name === 'One octave lower')!
    expect(down.why).toBe('F4 is low 2 on D. Only this note moves')
    const chord = pieceFrom('[D5,A5] D4', D)
    expect(offersAt(chord, mapped(chord, 'viola'), 0, PLAIN_TONGUE).find((o) => o.name === 'One octave lower')!.why).toContain(
      'open D and open A',
    )
  })
  it("takes the dominant's raised leading note in minor (common practice: C♯ in D minor)", () => {
    const piece = pieceFrom('A4 E5 G5 A4', { fifths: -1, mode: 'minor' })
    const offers = offersAt(piece, mapped(piece, 'viola'), 2, PLAIN_TONGUE)
    expect(offers.map((o) => o.name)).not.toContain('C5 instead')
    const dominant = pieceFrom('A4 E5 A5 A4', { fifths: -1, mode: 'minor' })
    const names = offersAt(dominant, mapped(dominant, 'viola'), 2, PLAIN_TONGUE).map((o) => o.name)
    expect(names).toContain('C♯5 instead')
    expect(names).not.toContain('C5 instead')
  })
  it('says "from rest to rest" only between rests, and an ending moves with what leads into it', () => {
    const rests = pieceFrom('A4 B4 z F#5 E5 z B4 A4', D)
    expect(phraseOf(mapped(rests, 'viola'), 2)).toMatchObject({ bounds: 'from rest to rest' })
    const whole = pieceFrom('A4 B4 F#5 A4', D)
    expect(phraseOf(mapped(whole, 'viola'), 2)).toMatchObject({ bounds: 'from the beginning to the end' })
    const endings = pieceFrom('A4 B4 z A4 B4 A4 B4 A4 [1 D4:h E4:h :| [2 F#5:h D5:h', D)
    const phrase = phraseOf(mapped(endings, 'viola'), mapped(endings, 'viola').moments.length - 1)
    expect([phrase.moments.length, phrase.bounds]).toEqual([9, 'from a rest to the end'])
  })
  it('gives a viola B4 with the open E as 1 on D and A together, and C♯5 with it as open A and 2 by turns (common practice)', () => {
    const one = pieceFrom('[B4,E5]:h D4:h', D)
    const together = offersAt(one, mapped(one, 'viola'), 0, PLAIN_TONGUE).find((o) => o.name === 'E4 and B4')!
    expect(together.why).toBe('the top note one octave lower: 1 on D and 1 on A')
    const two = pieceFrom('[C#5,E5] [C#5,E5] [C#5,E5] [C#5,E5]', { fifths: 3, mode: 'major' })
    const turns = offersAt(two, mapped(two, 'viola'), 0, PLAIN_TONGUE).find((o) => o.name === 'A4 and C♯5 in turn')!
    expect(turns.why).toBe('open A and 2 on A, in the same rhythm')
    const after = mapped(two, 'viola', turns.changes)
    expect(after.notes.map((n) => [n.stop.string, n.stop.finger])).toEqual([
      [3, 0],
      [3, 2],
      [3, 0],
      [3, 2],
    ])
    expect(after.line.measures[0].events.map((e) => e.value)).toEqual(two.lines[0].measures[0].events.map((e) => e.value))
    expect(after.line.measures[0].events[0]).toMatchObject({ words: 'ossia', ossiaTo: 'e3' })
  })
})
