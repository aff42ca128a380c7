import { describe, expect, it } from 'vitest'
import { DEFAULT_POLICY } from '../fingering/policy'
import { mapSeat } from '../fingering/map'
import { midiOf, parsePitch, type Letter } from '../music/pitch'
import { pieceFrom } from '../testing/piece'
import { sayStaffPlace } from '../words/en/hands'
import { answersText, staffPlacesOf, answerStaffOf } from './answerKey'
import { calledTogether, calledTogetherText } from './calledTogether'
import { callsOf, callsText, sayCall } from './calls'
import { DEFAULT_CALLS, type CallOptions } from '../plan/talk'
import { countsOf } from './counts'
import { readingOf } from './reading'
import { saySameSpacing } from '../words/en/reading'
import { sameSpacings } from './sameSpacing'
import { CLEFS } from '../music/clef'
import { FIRST_POSITION, TEST_INSTRUMENTS, type LearnedBySeat, TEST_STEPS, type TestSeat, WHOLE_NECK, SEAT } from '../testing/seats'

const read = (
  text: string,
  seat: TestSeat = 'violin',
  fifths = 0,
  learned: LearnedBySeat = FIRST_POSITION,
  octave: number = TEST_INSTRUMENTS[seat].sounds,
) => {
  const piece = pieceFrom(text, { fifths, mode: 'major' })
  return readingOf(piece, mapSeat(piece, piece.lines[0], SEAT[seat], { octave, policy: DEFAULT_POLICY, learned: learned[seat] }))
}
const calls = (text: string, options: Partial<CallOptions>, seat: TestSeat = 'violin', fifths = 0) =>
  callsOf(read(text, seat, fifths), { ...DEFAULT_CALLS, ...options }).map((c) => c.words.map((w) => w.said).join(' · '))

describe('calls', () => {
  it('the same line for violin and cello, as a class speaks it (common practice: 3 3 2 2 1 1 0 and 4 4 3 3 1 1 0)', () => {
    const only = { say: 'fingers', strings: 'never', numbers: 'figures' } as const
    expect(calls('G4 G4 F#4 F#4 E4 E4 D4', only, 'violin', 1).join(' · ')).toBe('3 · 3 · 2 · 2 · 1 · 1 · 0')
    expect(calls('G4 G4 F#4 F#4 E4 E4 D4', only, 'viola', 1).join(' · ')).toBe('3 · 3 · 2 · 2 · 1 · 1 · 0')
    expect(calls('G3 G3 F#3 F#3 E3 E3 D3', only, 'cello', 1).join(' · ')).toBe('4 · 4 · 3 · 3 · 1 · 1 · 0')
  })
  it('letters with sharps or without, high and open apart, rests said', () => {
    expect(calls('D4 F#4 D5 z', { say: 'letters' }, 'violin', 1)).toEqual(['open D · F sharp · high D · rest'])
    expect(calls('D4 F#4 D5 z', { say: 'letters', sharps: false, high: false }, 'violin', 1)).toEqual(['D · F · D · rest'])
    expect(calls('D4 F#4 Bb4 z', { say: 'letters', names: 'do-re-mi' })).toEqual(['re · fa sharp · ti flat · rest'])
  })
  it('low under the open string of the letter, never high; nothing at its own pitch (common practice)', () => {
    expect(calls('E4 G4 E5 z', {}, 'violin')).toEqual(['low E one on D · G three · E open · rest'])
    expect(calls('E4 G4 A4 z', {}, 'violin')).toEqual(['E one on D · G three · A open · rest'])
    const piece = pieceFrom('(G4 A4) B4 A4 D4')
    const pins = new Map([['e1', { fingers: [4] }]])
    const map = mapSeat(piece, piece.lines[0], SEAT.violin, {
      octave: 0,
      policy: { ...DEFAULT_POLICY, fourth: 'slurs' },
      learned: FIRST_POSITION.violin,
      pins,
    })
    expect(callsOf(readingOf(piece, map), { ...DEFAULT_CALLS, say: 'letters' }).map(sayCall)).toEqual([
      'slur G to A with four, B, open A',
      'D',
    ])
  })
  it('a letter that fingers play on two strings is named with its string', () => {
    expect(calls('B3 D4 B4 G4', { say: 'letters', high: false })).toEqual(['B on G · D · B on A · G'])
  })
  it('fingers in words or figures, low and high in each wording, strings where they change', () => {
    expect(calls('C5 B4 F#4 G#4', { say: 'fingers' })).toEqual(['low two on A · one · two on D · high three'])
    expect(calls('C5 B4 F#4 G#4', { say: 'fingers', low: '2 low', numbers: 'figures' })).toEqual(['2 low on A · 1 · 2 on D · 3 high'])
    expect(calls('C5 B4 F#4 G#4', { say: 'fingers', low: '↓2', numbers: 'figures', strings: 'always' })).toEqual([
      '↓2 on A · 1 on A · 2 on D · ↑3 on D',
    ])
    expect(calls('D4 E4', { say: 'both' })).toEqual(['D open · E one'])
  })
  it('the high of a letter and the high of a finger are never mixed up', () => {
    expect(calls('D4 D5 G#4 z', {})).toEqual(['D open · high D three on A · G sharp with high three on D · rest'])
  })
  it('an opened hand is "extended four"', () => {
    expect(calls('F#2 G2', { say: 'both' }, 'cello')).toEqual(['F sharp extended four on C · G open'])
  })
  it('a shift is called before its note, and where the hand comes back', () => {
    expect(calls('B3 C#4 D4 B3', {}, 'bass', 2).join()).toMatch(
      /B four on G · third position, C sharp two · D four · back to first, B four/,
    )
    expect(calls('B3 C#4 D4 B3', { say: 'letters' }, 'bass', 2)).toEqual(['B · C sharp · D · B'])
    const slurred = callsOf(read('(D4 B3) G3 G3', 'bass', 2), DEFAULT_CALLS).map(sayCall)
    expect(slurred).toEqual(['third position, slur D four on G to B four in first position, G open, G open'])
  })
  it('lengths in either language, dots too, and what is tied over a barline is held', () => {
    expect(calls('D4:h. E4', { say: 'letters', lengths: 'quarters' })).toEqual(['D dotted half · E quarter'])
    expect(calls('D4:h. z', { say: 'letters', lengths: 'crotchets' })).toEqual(['D dotted minim · rest crotchet'])
    expect(calls('D4:w~ D4:h E4:h', { say: 'letters' })).toEqual(['D', 'hold · E'])
    // Within a measure it is one note, said once.
    expect(calls('D4:h~ D4 E4', { say: 'letters' })).toEqual(['D · E'])
  })
  it('rests as long as they last', () => {
    expect(calls('D4 z:h E4', { say: 'letters' })).toEqual(['D · rest rest · E'])
  })
  it('chords as they are spoken, and what is out of reach', () => {
    expect(calls('[D4,A4]:h F3:h', { say: 'both' })).toEqual(['open D and A · F out'])
    expect(calls('[E4,B4]:h [B3,D4]:h', { say: 'fingers' })).toEqual(['one on both · two on G and open D'])
    expect(calls('[E4,B4]:h [B3,D4]:h', { say: 'both' })).toEqual(['E and B, one on both · B two on G and open D'])
  })
  it('slurs, the pickup with its bow, endings and where the repeat goes', () => {
    const said = callsOf(read('A4 | |: D4 (E4 F#4) G4 [1 A4:w :| [2 (D4:h E4 F#4 G4) D4:h.'), { ...DEFAULT_CALLS, say: 'letters' }).map(
      sayCall,
    )
    expect(said).toEqual([
      'pickup, up-bow: A',
      'D, slur E to F sharp, G',
      'first ending: A; again from measure 2',
      'second ending: slur D to E to F sharp',
      'in the same bow: G, D',
    ])
  })
  it('as text, a line a measure', () => {
    expect(callsText(callsOf(read('D4 E4 F4 G4 z:w'), { ...DEFAULT_CALLS, say: 'letters' }))).toBe('1: D, E, F, G\n2: rest rest rest rest')
  })
  it('seats with the same fingers are called together, and where they part is said', () => {
    const callers = (['violin', 'viola', 'cello', 'bass'] as const).map((id) => {
      const octave = id === 'cello' ? -1 : id === 'bass' ? -2 : 0
      return { id, name: SEAT[id].name, reading: read('D4 E4 D4 E4 D4 F#4 D4 F#4 D4 D4 D4 D4', id, 1, FIRST_POSITION, octave) }
    })
    expect(calledTogetherText(calledTogether(callers, DEFAULT_CALLS), 4)).toBe(
      [
        '1',
        '  All: D open, E one, D open, E one',
        '2 (now together: violin and viola)',
        '  Violin and viola: D open, F sharp two, D open, F sharp two',
        '  Cello: D open, F sharp three, D open, F sharp three',
        '  Bass: D open, F sharp four, D open, F sharp four',
        '3 (now all together)',
        '  All: D open, D open, D open, D open',
      ].join('\n'),
    )
  })
})

describe('same spacing', () => {
  it('a skip across strings lies like a step on one string (common practice)', () => {
    // B on A is 1, F sharp on D is 2: a whole step apart in the hand, a fourth in sound.
    const [t] = sameSpacings(read('A4 B4 F#4 D4', 'violin', 1))
    expect(t).toMatchObject({ spacing: 2, from: 'learned', string: 2 })
    expect(saySameSpacing({ talk: DEFAULT_CALLS, instrument: TEST_INSTRUMENTS.violin, line: pieceFrom('D4').lines[0] }, t)).toBe(
      '1 on A to 2 on D: same spacing as B to C♯ on A, which the class knows, a whole step. It sounds like a fourth.',
    )
  })
  it('is shown where the piece has it already', () => {
    const [t] = sameSpacings(read('A4 B4 C#5 A4 B4 F#4 D4 z', 'violin', 2))
    expect(t).toMatchObject({ from: 'piece', string: 2 })
    expect(saySameSpacing({ talk: DEFAULT_CALLS, instrument: TEST_INSTRUMENTS.violin, line: pieceFrom('D4').lines[0] }, t)).toContain(
      '1 on A to 2 on D: same spacing as B to C♯ on A in measure 1, a whole step. It sounds like a fourth.',
    )
  })
  it('starts where the crossing starts, in its order, and takes the nearest', () => {
    // A by 1 on G to F sharp by 2 on D is A to B on G; B by 1 on A to F sharp by 2 on D is B to C sharp on A.
    const [low] = sameSpacings(read('A3 F#4 D4 z', 'violin', 2))
    expect(low).toMatchObject({
      string: 0,
      pitches: [
        { letter: 'A', octave: 3 },
        { letter: 'B', octave: 3 },
      ],
    })
    const [high] = sameSpacings(read('B4 F#4 D4 z', 'violin', 2))
    expect(high).toMatchObject({ string: 2, pitches: [{ letter: 'B' }, { letter: 'C', alter: 1 }] })
    // Of two places in the piece the nearer; the way back is no such pair.
    const [near] = sameSpacings(read('B4 C#5 D5 z C#5 B4 D4 z D4 z z z B4 C#5 A4 z B4 F#4 D4 z', 'violin', 2))
    expect(near).toMatchObject({ from: 'piece', at: 3 })
  })
  it('for the cello and the bass by half steps', () => {
    expect(sameSpacings(read('B3 G3', 'cello'))[0]).toMatchObject({ spacing: 3 })
    expect(sameSpacings(read('A3 F#3', 'bass', 1))[0]).toMatchObject({ spacing: 2 })
  })
  it('not for one finger across two strings, nor with an open string', () => {
    expect(sameSpacings(read('E4 B4 A4 G4'))).toEqual([])
  })
  it('every transfer keeps the spacing: both pitches lie as far apart as the fingers', () => {
    for (const seat of ['violin', 'viola', 'cello', 'bass'] as const)
      for (const t of sameSpacings(read('G3 B3 E4 C4 F4 B4 G#4 E4 C5 G4 D4 A4 F4 Bb4 F#4 C5', seat, 0, WHOLE_NECK)))
        expect(Math.abs(midiOf(t.pitches[1]) - midiOf(t.pitches[0]))).toBe(Math.abs(t.spacing))
  })
})

describe('counts', () => {
  const counts = countsOf(read('D4 E4 F#4 G4 A4 C5 C#5 z D4 D4', 'violin', 1))
  it('notes by string and finger, and how the tune goes', () => {
    // Strings from the lowest: G D A E.
    expect(counts.fingers).toEqual([
      [0, 0, 0, 0, 0],
      [3, 1, 1, 1, 0],
      [1, 0, 2, 0, 0],
      [0, 0, 0, 0, 0],
    ])
    expect(counts.motion).toEqual({ repeats: 2, steps: 4, skips: 1 })
    expect([counts.notes, counts.rests]).toEqual([9, 1])
  })
  it('letters with their strings, and letters in two forms', () => {
    expect(counts.letters.find((l) => l.name === 'D')).toEqual({ name: 'D', letter: 'D', alter: 0, count: 3, strings: [1] })
    expect(counts.forms).toEqual([
      {
        letter: 'C',
        forms: [
          { name: 'C', letter: 'C', alter: 0, count: 1 },
          { name: 'C♯', letter: 'C', alter: 1, count: 1 },
        ],
      },
    ])
  })
  it('where the half steps lie, by string', () => {
    expect(counts.frames).toContainEqual({ string: 1, name: 'touch 2-3', position: 'I', count: 3 })
  })
})

describe('the reading key', () => {
  const setup = (seat: TestSeat, learned = FIRST_POSITION) => ({
    instrument: TEST_INSTRUMENTS[seat],
    policy: DEFAULT_POLICY,
    learned: learned[seat],
  })
  it('every place of a letter in what is learned, with its string and finger (first position: the tables of the trade)', () => {
    const beginners = TEST_STEPS.find((p) => p.id === 'three-fingers')!.learned
    expect(staffPlacesOf(setup('violin', beginners), { letter: 'D', alter: 0 }, DEFAULT_CALLS).map((p) => [p.staff, p.ways])).toEqual([
      ['space below the staff', ['open D']],
      ['fourth line', ['3 on A']],
    ])
    expect(staffPlacesOf(setup('cello'), { letter: 'F', alter: 1 }, DEFAULT_CALLS).map((p) => p.ways[0])).toEqual([
      '4 reached forward on C',
      '3 on D',
    ])
    expect(staffPlacesOf(setup('violin', beginners), { letter: 'F', alter: 0 }, DEFAULT_CALLS)).toEqual([])
  })
  it('names the nearest way first: the open string, first position, then what lies further off', () => {
    const ways = (seat: TestSeat, letter: Letter, alter = 0) =>
      staffPlacesOf(setup(seat), { letter, alter }, DEFAULT_CALLS).map((p) => p.ways)
    expect(ways('bass', 'D')).toEqual([['open D'], ['4 on G in III']])
    expect(ways('bass', 'C')[0]).toEqual(['2 on A', '4 on A in half position'])
    expect(ways('violin', 'A')).toEqual([['1 on G'], ['open A', '4 on D'], ['3 on E']])
  })
  it('as text for every seat', () => {
    expect(
      answersText(setup('viola'), [{ letter: 'C', alter: 0 }], DEFAULT_CALLS)
        .split('\n')
        .slice(0, 3),
    ).toEqual(['Viola, alto clef', 'C3, space below the first ledger line: open C', 'C4, third line: 3 on G'])
  })
  it('staff places in each clef (common practice of notation)', () => {
    const at = (name: string, clef: keyof typeof CLEFS) => sayStaffPlace(parsePitch(name)!, CLEFS[clef])
    expect(at('E4', 'treble')).toBe('first line')
    expect(at('F4', 'treble')).toBe('first space')
    expect(at('C4', 'treble')).toBe('first ledger line below')
    expect(at('D4', 'treble')).toBe('space below the staff')
    expect(at('B3', 'treble')).toBe('space below the first ledger line')
    expect(at('C4', 'alto')).toBe('third line')
    expect(at('C4', 'bass')).toBe('first ledger line above')
    expect(at('G2', 'bass')).toBe('first line')
    expect(at('A5', 'treble')).toBe('first ledger line above')
  })
  it('lines, spaces and open strings', () => {
    expect(answerStaffOf(setup('violin'))).toEqual({
      lines: ['E', 'G', 'B', 'D', 'F'],
      spaces: ['F', 'A', 'C', 'E'],
      open: [
        { string: 'G3', staff: 'space below the second ledger line' },
        { string: 'D4', staff: 'space below the staff' },
        { string: 'A4', staff: 'second space' },
        { string: 'E5', staff: 'fourth space' },
      ],
    })
    expect(answerStaffOf(setup('cello')).lines).toEqual(['G', 'B', 'D', 'F', 'A'])
    // 27 of the check values: C on the second ledger line below, G, D and A on the first, third and top line.
    expect(answerStaffOf(setup('cello')).open.map((o) => o.staff)).toEqual([
      'second ledger line below',
      'first line',
      'third line',
      'fifth line',
    ])
  })
})
