import { PLAIN_TONGUE, sayCheck } from '../words/en/hands'
import { candidates } from './candidates'
import { cello } from '../instruments/cello'
import { THUMB } from '../instruments/instrument'
import { describe, expect, it } from 'vitest'
import type { Key } from '../music/key'
import { trueChecksOf } from '../hands/trueChecks'
import { plainSpelling } from '../music/interval'
import { midiOf, parsePitch, pitchName } from '../music/pitch'
import { problemText } from '../testing/said'
import { pieceFrom } from '../testing/piece'
import { mapSeat, type SeatMap } from './map'
import { whyAt } from '../testing/said'
import { movesOf } from './moves'
import type { Pin } from './pins'
import { DEFAULT_POLICY } from './policy'
import { FIRST_POSITION, type LearnedBySeat, ONLY_FIRST, SEAT, type TestSeat, TEST_STEPS } from '../testing/seats'

// Facts of the trade: common practice of string class teaching, no single published source. Written pitches of the seat.

const OCTAVE: Record<TestSeat, number> = { violin: 0, viola: 0, cello: 0, bass: -1 }

/** Maps words at the seat's own written pitch. */
function written(
  seat: TestSeat,
  text: string,
  key: Key = { fifths: 0, mode: 'major' },
  pins?: Map<string, Pin>,
  learned: LearnedBySeat = FIRST_POSITION,
): SeatMap {
  const piece = pieceFrom(text, key)
  return mapSeat(piece, piece.lines[0], SEAT[seat], { octave: OCTAVE[seat], policy: DEFAULT_POLICY, learned: learned[seat], pins })
}

const MARK = { low: '↓', normal: '', high: '↑' }
/** "D0 D1 D↓2 A0": string, place and finger of every note. */
const said = (m: SeatMap) =>
  m.notes
    .map((n) => `${m.instrument.strings[n.stop.string].letter}${MARK[n.stop.place]}${n.stop.finger === THUMB ? 'T' : n.stop.finger}`)
    .join(' ')
const positions = (m: SeatMap) => m.notes.map((n) => n.position ?? '-').join(' ')
const framesOn = (m: SeatMap, string: string) =>
  new Set(m.notes.filter((n) => n.frame && m.instrument.strings[n.stop.string].letter === string).map((n) => n.frame!.name))

const D: Key = { fifths: 2, mode: 'major' }
const C: Key = { fifths: 0, mode: 'major' }

describe('common practice in the first lessons', () => {
  it.each(['violin', 'viola'] as const)('1: D major on the %s', (seat) => {
    const m = written(seat, 'D4 E4 F#4 G4 A4 B4 C#5 D5', D)
    expect(said(m)).toBe('D0 D1 D2 D3 A0 A1 A2 A3')
    expect([...framesOn(m, 'D'), ...framesOn(m, 'A')]).toEqual(['touch 2-3', 'touch 2-3'])
  })
  it('2: D major on the cello, closed frame, first position', () => {
    const m = written('cello', 'D3 E3 F#3 G3 A3 B3 C#4 D4', D)
    expect(said(m)).toBe('D0 D1 D3 D4 A0 A1 A3 A4')
    expect(positions(m)).toBe('- I I I - I I I')
    expect([...framesOn(m, 'D'), ...framesOn(m, 'A')]).toEqual(['closed', 'closed'])
  })
  it('3: D major on the bass shifts to III for C sharp and D', () => {
    const m = written('bass', 'D3 E3 F#3 G3 A3 B3 C#4 D4', D)
    expect(said(m)).toBe('D0 D1 D4 G0 G1 G4 G2 G4')
    expect(positions(m)).toBe('- I I - I I III III')
  })
  it('4: F natural instead of F sharp on D', () => {
    for (const seat of ['violin', 'viola'] as const) {
      const m = written(seat, 'D4 E4 F4 G4', C)
      expect(said(m)).toBe('D0 D1 D↓2 D3')
      expect(framesOn(m, 'D')).toEqual(new Set(['touch 1-2']))
    }
    expect(said(written('cello', 'D3 E3 F3 G3', C))).toBe('D0 D1 D2 D4')
    expect(said(written('bass', 'D3 E3 F3', C))).toBe('D0 D1 D2')
  })
  it('5: C natural on A', () => {
    for (const seat of ['violin', 'viola'] as const) expect(said(written(seat, 'A4 B4 C5', C))).toBe('A0 A1 A↓2')
    expect(said(written('cello', 'A3 B3 C4', C))).toBe('A0 A1 A2')
    expect(said(written('bass', 'A2 B2 C3', C))).toBe('A0 A1 A2')
  })
  it('6: on the cello C string the half step of C major lies 3-4, on the D string 1-2', () => {
    expect(said(written('cello', 'C2 D2 E2 F2', C))).toBe('C0 C1 C3 C4')
    expect(said(written('cello', 'D3 E3 F3 G3', C))).toBe('D0 D1 D2 D4')
  })
  it('7: after a shift to III, 1 plays where 3 was (violin, viola) and where 4 was (cello)', () => {
    for (const [seat, text] of [
      ['violin', 'D4 E4 G4'],
      ['viola', 'D4 E4 G4'],
      ['cello', 'D3 E3 G3'],
    ] as const) {
      const m = written(seat, text, C, new Map([['e2', { position: 'III', strings: [seat === 'viola' || seat === 'cello' ? 2 : 1] }]]))
      expect(said(m)).toBe('D0 D1 D1')
      expect(positions(m)).toBe('- I III')
      expect(m.notes[2].pinned).toBe(true)
    }
  })
  it('8: octave and unison checks', () => {
    // 3 on a string is the next lower open string's letter; 4 the next higher open string.
    for (const [seat, three, below] of [
      ['violin', 'D5', 'D4'],
      ['viola', 'G4', 'G3'],
    ] as const) {
      const m = written(seat, three, C)
      expect(m.notes[0].stop).toMatchObject({ finger: 3, place: 'normal' })
      expect(pitchName(m.instrument.strings[m.notes[0].stop.string - 1])).toBe(below)
    }
    const four = written('violin', 'A4', C, new Map([['e0', { fingers: [4] }]]))
    expect(said(four)).toBe('D4')
    const cello = written('cello', 'G3', C)
    expect(said(cello)).toBe('D4')
    expect(cello.instrument.strings[cello.notes[0].stop.string - 1].letter).toBe('G')
  })
  it('10: 1 on A then 2 on D has the finger spacing of B to C sharp on one string', () => {
    for (const seat of ['violin', 'viola'] as const) {
      const m = written(seat, 'B4 F#4', D)
      expect(said(m)).toBe('A1 D2')
      expect(m.notes[1].stop.k - m.notes[0].stop.k).toBe(2)
    }
    const cello = written('cello', 'B3 F#3', D)
    expect(said(cello)).toBe('A1 D3')
    expect(cello.notes[1].stop.k - cello.notes[0].stop.k).toBe(2)
  })
  it('11: the bass rolls 4 to 4 from B to F sharp; A to F sharp is 1 to 4 in one frame', () => {
    const roll = written('bass', 'B3 F#3', D)
    expect(said(roll)).toBe('G4 D4')
    const frame = written('bass', 'A3 F#3', D)
    expect(said(frame)).toBe('G1 D4')
    expect(positions(frame)).toBe('I I')
    expect(frame.notes[1].stop.k - frame.notes[0].stop.k).toBe(2)
  })
  it('18: a viola up in III stays there under the slur and shifts after it, though III is new', () => {
    for (const text of ['D5 (G5 F#5 E5) A4', 'D5 G5 F#5 E5 A4']) {
      const m = written('viola', text, D, undefined, ONLY_FIRST)
      expect(m.notes.map((n) => n.stop.finger)).toEqual([3, 4, 3, 2, 0])
      expect(m.notes.slice(1, 4).map((n) => n.position)).toEqual(['III', 'III', 'III'])
      // Where it is learned the hand begins where it will stay.
      const known = written('viola', text, D, undefined, FIRST_POSITION)
      expect(known.notes.map((n) => n.stop.finger)).toEqual([1, 4, 3, 2, 0])
    }
    const m = written('viola', '(F#5 E5 D5) A4', D, undefined, ONLY_FIRST)
    expect(m.notes.map((n) => n.stop.finger)).toEqual([3, 2, 1, 0])
    // One visit is one new thing.
    expect(m.problems).toHaveLength(1)
  })
  it('19: bass C sharp and D on G, III not learned: 2 and 4 in III, both new', () => {
    for (const step of TEST_STEPS.slice(1, 3)) {
      const m = written('bass', 'B3 C#4 D4', D, undefined, step.learned)
      expect(m.notes.slice(1).map((n) => [n.stop.finger, n.position])).toEqual([
        [2, 'III'],
        [4, 'III'],
      ])
      expect(m.notes.slice(1).every((n) => n.hold.needs.includes('position'))).toBe(true)
    }
  })
  it('38: bass B C D E D C B where III is not learned: 1 and 4 in III, E by 4 in IV; never by way of II', () => {
    for (const step of TEST_STEPS.slice(1, 3)) {
      const m = written('bass', 'B3 C4 D4 E4 D4 C4 B3', C, undefined, step.learned)
      expect(said(m)).toBe('G4 G1 G4 G4 G4 G1 G4')
      expect(positions(m)).toBe('I III III IV III III I')
    }
    // In a piece C is not 4 in II at one place and 1 in III at another.
    const m = written('bass', 'C4 B3 C4 D4 E4 D4 C4 B3 A3 G3 C4 D4 C4', C, undefined, TEST_STEPS[2].learned)
    expect(new Set(m.notes.filter((n) => n.pitch.letter === 'C').map((n) => `${n.stop.finger} ${n.position}`))).toEqual(new Set(['1 III']))
  })
  it('39: bass with 1-2-3-4, D F sharp A D up and down: one hand in II½ around the open D', () => {
    // A class that leaves first position only where it must goes there at once, while the open string rings.
    for (const step of TEST_STEPS.slice(3)) {
      const piece = pieceFrom('D3 F#3 A3 D4 A3 F#3 D3', D)
      const policy = { ...DEFAULT_POLICY, school: '1-2-3-4' as const }
      const m = mapSeat(piece, piece.lines[0], SEAT.bass, { octave: -1, policy, learned: step.learned.bass })
      expect(said(m), step.id).toBe('D0 D1 D4 G4 D4 D1 D0')
      expect(m.problems, step.id).toEqual([])
    }
  })
  it('40: cello C D E flat: one hand in lowered II from the first note, where it is learned', () => {
    for (const step of TEST_STEPS.slice(7)) {
      const m = written('cello', 'C4 D4 Eb4 D4 C4 D4 Eb4 D4 C4', { fifths: -3, mode: 'major' }, undefined, step.learned)
      expect(said(m), step.id).toBe('A1 A3 A4 A3 A1 A3 A4 A3 A1')
    }
  })
  it('51: cello with the thumb: A4 B4 C sharp D by thumb 1 2 3, a fifth lower the same on D, C natural 2 low, E5 3 reached forward', () => {
    const { learned } = TEST_STEPS.find((s) => s.id === 'thumb-position')!
    const withThumb = (text: string) => said(written('cello', text, D, undefined, learned))
    expect(withThumb('A4 B4 C#5 D5')).toBe('AT A1 A2 A3')
    expect(withThumb('D4 E4 F#4 G4 A4 B4 C#5 D5')).toBe('DT D1 D2 D3 AT A1 A2 A3')
    expect(withThumb('D5 C5 B4 A4 G4 F4 E4 D4')).toBe('A3 A↓2 A1 AT D3 D↓2 D1 DT')
    expect(withThumb('D5 E5 D5')).toBe('A3 A↑3 A3')
    expect(written('cello', 'A4 B4 C#5 D5', D, undefined, learned).problems).toEqual([])
    // The thumb lies over both strings: nothing hops from one to the other.
    expect(movesOf(written('cello', 'D5 A4 D4 F#4', D, undefined, learned)).map((m) => m.fifth)).toEqual([null, null, null])
  })
  it('51, where it is not learned: thumb position is said to be new, and no other string has it', () => {
    const { learned } = TEST_STEPS.find((s) => s.id === 'seventh-position')!
    expect(problemText(written('cello', 'A4 B4 C#5 D5', D, undefined, learned))).toContain('New for this class: thumb position.')
    // The thumb lies on D and A; on G nothing is done with it.
    const far = candidates({ instrument: cello, learned: learned.cello, policy: DEFAULT_POLICY }, [parsePitch('G4')!])
    expect(far.filter((h) => cello.positions[h.position].name === 'thumb').map((h) => h.stops[0].string)).toEqual([2])
  })
  it('20: E4 in a tune that also has the open E5 is low, never high: see the calls', () => {
    expect(said(written('violin', 'E4 E5', D))).toBe('D1 E0')
  })
  it('25: F sharp and F on the D string: two fingers on cello and bass, one that slides on violin and viola', () => {
    const slides = (m: SeatMap) => movesOf(m).map((x) => x.slide?.finger ?? null)
    for (const [seat, text, fingers, slide] of [
      ['cello', 'F#3 F3', 'D3 D2', null],
      ['bass', 'F#3 F3', 'D4 D2', null],
      ['violin', 'F#4 F4', 'D2 D↓2', 2],
      ['viola', 'F#4 F4', 'D2 D↓2', 2],
    ] as const) {
      const m = written(seat, text, C)
      expect([said(m), slides(m)]).toEqual([fingers, [slide]])
    }
  })
  it('26: natural letters of the cello in first position', () => {
    const on = (text: string) => said(written('cello', text, C))
    expect(on('C2 D2 E2 F2')).toBe('C0 C1 C3 C4')
    expect(on('G2 A2 B2 C3')).toBe('G0 G1 G3 G4')
    expect(on('D3 E3 F3 G3')).toBe('D0 D1 D2 D4')
    expect(on('A3 B3 C4 D4')).toBe('A0 A1 A2 A4')
  })
  it('28: G by finger 1 in III and back, from any open string', () => {
    const third = TEST_STEPS.find((s) => s.id === 'third-extended')!.learned
    const from = (seat: TestSeat, open: number): string => {
      const { strings } = SEAT[seat].instrument
      const by = midiOf(strings[open]) - midiOf(strings.find((s) => s.letter === 'D')!)
      const texts = ['D', 'E', 'G', 'F#'].map((n) => plainSpelling(midiOf(parsePitch(`${n}${seat === 'cello' ? 3 : 4}`)!) + by))
      const piece = pieceFrom(texts.map(pitchName).join(' '), open >= 2 || seat === 'viola' ? { fifths: 4, mode: 'major' } : D)
      const pins = new Map([['e2', { strings: [open], fingers: [1] }]])
      const m = mapSeat(piece, piece.lines[0], SEAT[seat], { octave: OCTAVE[seat], policy: DEFAULT_POLICY, learned: third[seat], pins })
      expect(m.notes.map((n) => n.stop.string)).toEqual(new Array(4).fill(open))
      return m.notes.map((n) => n.stop.finger).join(' ')
    }
    for (const seat of ['violin', 'viola'] as const) for (const open of [0, 1, 2]) expect(from(seat, open)).toBe('0 1 1 2')
    for (const open of [0, 1, 2]) expect(from('cello', open)).toBe('0 1 1 3')
  })
  it('29: degrees 3 2 1 2 3 3 3 on D in major and in minor', () => {
    const F = (seat: TestSeat, sharp: boolean) => {
      const [o, f] = [seat === 'violin' || seat === 'viola' ? 4 : 3, sharp ? 'F#' : 'F']
      return said(
        written(seat, `${f}${o} E${o} D${o} E${o} ${f}${o} ${f}${o} ${f}${o}`, { fifths: sharp ? 2 : -1, mode: sharp ? 'major' : 'minor' }),
      )
    }
    expect(F('cello', true)).toBe('D3 D1 D0 D1 D3 D3 D3')
    expect(F('cello', false)).toBe('D2 D1 D0 D1 D2 D2 D2')
    expect(F('bass', true)).toBe('D4 D1 D0 D1 D4 D4 D4')
    expect(F('bass', false)).toBe('D2 D1 D0 D1 D2 D2 D2')
    for (const seat of ['violin', 'viola'] as const) {
      expect(F(seat, true)).toBe('D2 D1 D0 D1 D2 D2 D2')
      expect(F(seat, false)).toBe('D↓2 D1 D0 D1 D↓2 D↓2 D↓2')
    }
  })
  it('30: F flat on the violin D string is 2 on the tape of 1', () => {
    const piece = pieceFrom('Fb4', C)
    const m = mapSeat(piece, piece.lines[0], SEAT.violin, {
      octave: 0,
      policy: DEFAULT_POLICY,
      learned: FIRST_POSITION.violin,
    })
    expect(m.notes.map((n) => [n.stop.finger, n.stop.k])).toEqual([[2, 2]])
    expect(m.problems).toEqual([])
  })
  it('35: open strings that a stopped note is tested against, nearest first', () => {
    const check = (seat: TestSeat, pitch: string, pin: Pin) => {
      const m = written(seat, pitch, C, new Map([['e0', pin]]))
      return trueChecksOf(m.instrument, m.notes[0].stop).map((c) => sayCheck(PLAIN_TONGUE, m.instrument, c))
    }
    expect(check('violin', 'D5', { strings: [2], fingers: [1], position: 'III' })).toEqual(['is one octave above open D'])
    expect(check('violin', 'G4', { fingers: [3] })).toEqual(['is one octave above open G'])
    expect(check('violin', 'A4', { strings: [1], fingers: [4] })).toEqual(['matches open A'])
    expect(check('cello', 'G3', { strings: [2], fingers: [4] })).toEqual(['is one octave above open G'])
    expect(check('violin', 'F#4', {})).toEqual([])
  })
  it('the bass stays in first position where that has room: open G goes before 1 on D in III, a drone lies alike each time', () => {
    const m = written('bass', 'C3 E3 G3 C4 B3 A3 G3:h', C)
    expect(said(m)).toBe('A2 D1 G0 G1 G4 G1 G0')
    const drone = written('bass', '[D3,A3] [D3,B3] [D3,A3] C4 [D3,A3] D4 [D3,A3]:h', C)
    const holds = drone.notes.filter((n) => pitchName(n.pitch) === 'A3').map((n) => `${n.stop.finger} ${n.position}`)
    expect(new Set(holds)).toEqual(new Set(['1 I']))
  })
  it('in the 1-2-3-4 school the arpeggio D F sharp A D is 0 1 4 4 in II½, begun on the open string', () => {
    const third = TEST_STEPS.find((s) => s.id === 'third-position')!.learned
    const piece = pieceFrom('D3 F#3 A3 D4', D)
    const policy = { ...DEFAULT_POLICY, school: '1-2-3-4' } as const
    const m = mapSeat(piece, piece.lines[0], SEAT.bass, { octave: -1, policy, learned: third.bass })
    expect(said(m)).toBe('D0 D1 D4 G4')
    expect(positions(m)).toBe('- II½ II½ II½')
  })
  it('a measure that returns is fingered as it was, and what is pinned there is not laid to what stands around it', () => {
    const same = written('cello', 'D3 E3 F#3 G3 A3:w D3 E3 F#3 G3', D)
    expect(same.notes.slice(5).map((n) => [n.stop.string, n.stop.finger])).toEqual(
      same.notes.slice(0, 4).map((n) => [n.stop.string, n.stop.finger]),
    )
    const pinned = written('violin', 'G4 A4 G4 A4 G4 A4 G4 A4', D, new Map([['e1', { fingers: [4] }]]))
    for (const n of pinned.notes) expect(whyAt(pinned, n)).not.toContain('with the same notes')
  })
  it('of two ways that cost the same the open string and the lower position are taken', () => {
    const m = written('violin', 'E5 E5', D)
    expect(said(m)).toBe('E0 E0')
  })
  it('13: E5 is 4 on A for a viola; F sharp 5 is out and an octave lower is 2 on D', () => {
    expect(said(written('viola', 'E5', D))).toBe('A4')
    const m = written('viola', 'E5 F#5', D, undefined, ONLY_FIRST)
    expect(m.notes[0].stop.k).toBe(7)
    expect(m.problems).toHaveLength(1)
    expect(problemText(m)).toContain('New for this class: position III. F♯5 is high 3 on A in III. One octave lower, it is 2 on D.')
    expect(said(written('viola', 'F#4', D))).toBe('D2')
  })
  it('16: D minor reading down, all whole steps between 3, low 2 and low 1 on A', () => {
    for (const seat of ['violin', 'viola'] as const) {
      const m = written(seat, 'D5 C5 Bb4 A4 G4 F4 E4 D4', { fifths: -1, mode: 'minor' })
      expect(said(m)).toBe('A3 A↓2 A↓1 A0 D3 D↓2 D1 D0')
      expect(framesOn(m, 'A')).toEqual(new Set(['touch none']))
      expect(framesOn(m, 'D')).toEqual(new Set(['touch 1-2']))
    }
  })
})

describe('the spelling chooses the finger on violin and viola', () => {
  it('D sharp on A is high 3, E flat there is low 4', () => {
    const pin = new Map([['e0', { strings: [2] }]])
    expect(said(written('violin', 'D#5', C, pin))).toBe('A↑3')
    expect(said(written('violin', 'Eb5', C, pin))).toBe('A↓4')
  })
  it('a raised open string is low 1', () => expect(said(written('violin', 'A#4', C))).toBe('A↓1'))
  it('C flat is 2 where 1 usually goes, as its letter says', () => expect(said(written('violin', 'Cb5', C))).toBe('A↓2'))
  it('a line that needs C6 and D6 shifts to III with 1 on A, and one that lies there begins there', () => {
    const third = TEST_STEPS.find((s) => s.id === 'third-position')!.learned
    // A class that leaves first position only for what it has no room for goes no sooner.
    expect(positions(written('violin', 'E5 F5 G5 A5 B5 C6 D6', C))).toBe('- I I I I III III')
    const up = written('violin', 'E5 F5 G5 A5 B5 C6 D6', C, undefined, third)
    expect(said(up)).toBe('E0 E↓1 E↓2 E1 E2 E3 E4')
    expect(positions(up)).toBe('- I I III III III III')
    expect(positions(written('violin', 'A5 B5 C6 D6 C6 B5', C, undefined, third))).toBe('III III III III III III')
    expect(up.problems).toEqual([])
  })
  it('B5 stays in first position', () => expect(positions(written('violin', 'A5 B5 A5', C))).toBe('I I I'))
  it('the bass needs half position for F on the E string', () => expect(positions(written('bass', 'E2 F2 E2', C))).toBe('- half -'))
  it('in the 1-2-3-4 school four fingers lie a half step apart', () => {
    const piece = pieceFrom('A2 B2 C3 C#3')
    const m = mapSeat(piece, piece.lines[0], SEAT.bass, {
      octave: -1,
      policy: { ...DEFAULT_POLICY, school: '1-2-3-4' },
      learned: FIRST_POSITION.bass,
    })
    expect(said(m)).toBe('A0 A1 A2 A3')
  })
})

describe('the cello hand opens', () => {
  it('forward for D sharp on A: 1 stays, and the hand stays open until it is needed closed', () => {
    const m = written('cello', 'B3 D#4 B3 A3 B3 D4', C)
    expect(said(m)).toBe('A1 A↑4 A1 A0 A1 A4')
    expect(m.notes.map((n) => n.frame?.name ?? '-')).toEqual(['closed', 'extended', 'extended', '-', 'closed', 'closed'])
  })
  it('back for B flat on A', () => {
    const m = written('cello', 'A3 Bb3 C4 D4', { fifths: -1, mode: 'major' })
    expect(said(m)).toBe('A0 A↓1 A2 A4')
    expect(m.notes.map((n) => n.frame?.name ?? '-')).toEqual(['-', 'extended', 'extended', 'extended'])
  })
})

describe('reasons', () => {
  it('name the string, the finger and the runner-up', () => {
    const m = written('violin', 'G4 A4 B4 A4', D)
    expect(whyAt(m, m.notes[1])).toBe('Open A. Better than 4 on D: saves the fourth finger, only the bow changes strings.')
    expect(whyAt(m, m.notes[2])).toMatch(/^1 on A/)
  })
  it('4 under a slur keeps the bow on one string', () => {
    const m = written('violin', 'F#4:e (G4:e A4:e G4:e) F#4', D)
    expect(said(m)).toBe('D2 D3 D4 D3 D2')
    expect(whyAt(m, m.notes[2])).toContain('4 on D. Better than open A: stays on one string in the slur.')
  })
})
