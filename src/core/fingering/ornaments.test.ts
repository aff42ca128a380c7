import { describe, expect, it } from 'vitest'
import { readAbc } from '@/formats/abc/read'
import { callsOf, callsText } from '../reading/calls'
import { readingOf } from '../reading/reading'
import { DEFAULT_CALLS } from '../plan/talk'
import { SEAT, TEST_STEPS, type TestSeat } from '../testing/seats'
import { sayFinger, PLAIN_TONGUE } from '../words/en/hands'
import { sayOrnament, tellingOf } from '../words/en/fingering'
import { ornamentAt } from './along'
import { mapSeat } from './map'
import { DEFAULT_POLICY } from './policy'

const read = (notes: string, key: string) => {
  const r = readAbc(`X:1\nT:t\nM:4/4\nL:1/4\nK:${key}\n${notes}|]`)
  if (!r.ok) throw new Error(JSON.stringify(r))
  return r.piece
}
function mapped(seat: TestSeat, notes: string, key: string, step = 'first-position') {
  const piece = read(notes, key)
  const { learned } = TEST_STEPS.find((s) => s.id === step)!
  const { instrument } = SEAT[seat]
  const map = mapSeat(piece, piece.lines[0], SEAT[seat], { octave: instrument.beside, policy: DEFAULT_POLICY, learned: learned[seat] })
  return { piece, map }
}
/** The fingers of the ornamented note and of its other notes: "2: 3", "4: –" where none is there. */
function fingers(seat: TestSeat, notes: string, key: string, step?: string): string {
  const { map } = mapped(seat, notes, key, step)
  const said = map.notes.flatMap((n) => {
    const o = ornamentAt(map, n.column)
    const finger = (s: Parameters<typeof sayFinger>[2]) =>
      `${sayFinger(PLAIN_TONGUE, map.instrument, s)}${map.instrument.strings[s.string].letter}`
    return o ? [`${finger(n.stop)}: ${o.others.map((x) => (x.stop ? finger(x.stop) : '–')).join(' ')}`] : []
  })
  return said.join(', ')
}

// What a teacher would play, written down before the rule was: common practice.
describe('the other note of an ornament', () => {
  it.each<[string, TestSeat, string, string, string]>([
    ['violin, F sharp in D', 'violin', 'D E !trill!F G', 'D', '2D: 3D'],
    ['violin, B in D', 'violin', 'A !trill!B c d', 'D', '1A: 2A'],
    ['violin, A in D: the open string, with 1', 'violin', 'D F !trill!A F', 'D', 'openA: 1A'],
    ['violin, E on the E string in D', 'violin', 'd !trill!e f e', 'D', 'openE: 1E'],
    ['violin, E in F: low 1', 'violin', 'c !trill!e f e', 'F', 'openE: low 1E'],
    ['viola, mordent on F sharp', 'viola', 'D E !mordent!F G', 'D', '2D: 1D'],
    ['viola, upper mordent on E', 'viola', 'D !uppermordent!E F G', 'D', '1D: 2D'],
    ['violin, turn on G: 4 and 2', 'violin', 'F !turn!G A B', 'D', '3D: 4D 2D'],
    ['cello, E in D', 'cello', 'D !trill!E F G', 'D', '1D: 3D'],
    ['cello, F sharp in D', 'cello', 'D E !trill!F G', 'D', '3D: 4D'],
    ['cello, mordent on E: the open string', 'cello', 'D !mordent!E F G', 'D', '1D: openD'],
    ['bass, A in G', 'bass', 'G !trill!A B G', 'G', '1G: 4G'],
  ])('%s', (_, seat, notes, key, expected) => expect(fingers(seat, notes, key)).toBe(expected))
  it('has a small sign followed, by itself and moved into another key', () => {
    const plain = read('D E !trill!F G', 'D')
    const [line] = plain.lines
    const sharp = {
      ...plain,
      lines: [
        {
          ...line,
          measures: line.measures.map((m) => ({
            ...m,
            events: m.events.map((e) => (e.kind === 'note' && e.ornament ? { ...e, ornament: { ...e.ornament, upper: 1 } } : e)),
          })),
        },
      ],
    }
    const map = mapSeat(sharp, sharp.lines[0], SEAT.violin, { octave: 0, policy: DEFAULT_POLICY, learned: TEST_STEPS[5].learned.violin })
    expect(ornamentAt(map, 2)!.others).toMatchObject([{ pitch: { letter: 'G', alter: 1 }, stop: { finger: 3, place: 'high' } }])
  })
  it('decides where the fourth finger would have no finger above it', () => {
    const at = (notes: string) => {
      const { map } = mapped('violin', notes, 'D')
      return map.notes.map((n) => `${n.stop.finger}${map.instrument.strings[n.stop.string].letter}`).join(' ')
    }
    // Under a slur from the string below A is 4; with a trill it is the open string, with 1.
    expect(at('G (F A) F')).toBe('3D 2D 4D 2D')
    expect(at('G (F !trill!A) F')).toBe('3D 2D 0A 2D')
    expect(fingers('violin', 'G (F !trill!A) F', 'D')).toBe('openA: 1A')
  })
  it('moves the hand where nothing else speaks, and is played plain where the class has no finger for it', () => {
    // C sharp on A is 2 with 3 above it, wherever the scale comes from.
    expect(fingers('violin', 'B !trill!c d c', 'D')).toBe('2A: 3A')
    // The cello has G as 4 on D in first position: nothing lies above it there.
    expect(fingers('cello', 'F !trill!G F E', 'D', 'high-and-low')).toBe('4D: –')
    const { map } = mapped('cello', 'F !trill!G F E', 'D', 'high-and-low')
    const note = map.notes[1]
    expect(sayOrnament(tellingOf(map, PLAIN_TONGUE), note.placed.at.key, ornamentAt(map, note.column)!)).toBe(
      'Trill: no finger reaches A from here. Leave the ornament out.',
    )
  })
  it('is told in the calls, with tremolo, slides and the left hand', () => {
    const { piece, map } = mapped('violin', 'D E !trill!F !///!G|!~(!A !~)!B !+!d !snap!d', 'D')
    expect(callsText(callsOf(readingOf(piece, map), { ...DEFAULT_CALLS, say: 'both' }))).toBe(
      '1: D open, E one, F sharp two trill with three, G three tremolo\n2: A open and slide, B one, high D three left hand plucks, high D three snap',
    )
  })
})

describe('a glissando', () => {
  it('is one finger on one string where a hand can do it', () => {
    const { map } = mapped('violin', 'E !~(!B !~)!d B', 'D', 'third-position')
    const [, from, to] = map.notes
    expect([from.stop.string, from.stop.finger]).toEqual([to.stop.string, to.stop.finger])
  })
})

describe('a printed harmonic', () => {
  const harmonic = (seat: TestSeat, notes: string, at: number, octave = 0) => {
    const piece = read(notes, 'D')
    const [line] = piece.lines
    const marked = {
      ...piece,
      lines: [
        {
          ...line,
          measures: line.measures.map((m) => ({
            ...m,
            events: m.events.map((e, i) => (e.kind === 'note' && i === at ? { ...e, marks: ['harmonic' as const] } : e)),
          })),
        },
      ],
    }
    const map = mapSeat(marked, marked.lines[0], SEAT[seat], { octave, policy: DEFAULT_POLICY, learned: TEST_STEPS[6].learned[seat] })
    return map.notes[at]
  }
  it('is touched in the middle of its string, whatever the class has decided of harmonics', () => {
    expect(DEFAULT_POLICY.harmonics).toBe(false)
    expect(harmonic('violin', 'A d e a', 3).stop).toMatchObject({ string: 2, k: 12, finger: 4, harmonic: true })
    expect(harmonic('cello', 'D A d A', 2, -1).stop).toMatchObject({ string: 2, k: 12, finger: 3, harmonic: true })
  })
  it('is touched where it is written on a string that has one there', () => {
    expect(harmonic('violin', 'A B c e', 3).stop).toMatchObject({ string: 2, k: 7, finger: 4, harmonic: true })
  })
})
