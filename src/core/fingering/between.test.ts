import { describe, expect, it } from 'vitest'
import type { Key } from '../music/key'
import { pieceFrom } from '../testing/piece'
import { handsAlong, type FingerOn } from './down'
import { mapSeat, type SeatMap } from './map'
import { sayHandMove } from '../words/en/fingering'
import { movesOf, moveTo } from './moves'
import type { Pin } from './pins'
import { DEFAULT_POLICY, type Policy } from './policy'
import { FIRST_POSITION, TEST_INSTRUMENTS, TEST_STEPS, type TestSeat, SEAT } from '../testing/seats'

// What the hand does from note to note: facts of the trade, common practice.

const D: Key = { fifths: 2, mode: 'major' }
const learned = TEST_STEPS.find((p) => p.id === 'third-extended')!.learned

function mapped(
  seat: TestSeat,
  text: string,
  key: Key = D,
  policy: Partial<Policy> = {},
  pins?: Record<string, Pin>,
  own = FIRST_POSITION,
): SeatMap {
  const piece = pieceFrom(text, key)
  return mapSeat(piece, piece.lines[0], SEAT[seat], {
    octave: TEST_INSTRUMENTS[seat].sounds,
    policy: { ...DEFAULT_POLICY, ...policy },
    learned: own[seat],
    pins: pins && new Map(Object.entries(pins)),
  })
}
const crossings = (m: SeatMap) => movesOf(m).map((x) => x.crossing && `${x.crossing.by} ${x.crossing.strings}`)

describe('crossings', () => {
  it('the bow alone goes to and from an open string, the hand goes where a finger goes', () => {
    expect(crossings(mapped('violin', 'G4 A4 B4 F#4'))).toEqual(['bow 1', null, 'hand -1'])
  })
  it('a skipped string is counted', () => {
    const m = mapped('violin', 'B4 G3')
    expect(crossings(m)).toEqual(['bow -2'])
    expect(sayHandMove(moveTo(m, 1)!)).toEqual(['Only the bow goes over a string. Leave the fingers where they are.'])
  })
  it('a fifth is one finger across two strings; on the bass it is a fourth', () => {
    expect(movesOf(mapped('violin', 'E4 B4'))[0].fifth).toBe(1)
    expect(movesOf(mapped('bass', 'F#3 B3'))[0].fifth).toBe(4)
    expect(sayHandMove(movesOf(mapped('violin', 'E4 B4'))[0])[0]).toBe('Finger 1 plays the same spot on the next string.')
  })
})

describe('slides', () => {
  it('a finger that plays low and then on its tape slides', () => {
    const m = mapped('violin', 'F4 F#4', { fifths: 0, mode: 'major' })
    expect(movesOf(m)[0].slide).toEqual({ finger: 2, from: 'low', to: 'normal', across: false, over: 'nothing' })
    expect(sayHandMove(movesOf(m)[0])).toEqual(['Slide finger 2 from low to its usual place.'])
  })
  it('also over an open string, which gives it time', () => {
    expect(movesOf(mapped('violin', 'F4 D4 F#4', { fifths: 0, mode: 'major' }))[1].slide).toMatchObject({ finger: 2, over: 'open string' })
  })
  it('from one string to the next it changes its place', () => {
    expect(movesOf(mapped('violin', 'F#4 C5', { fifths: 1, mode: 'major' }))[0].slide).toMatchObject({ finger: 2, across: true })
  })
  it('no slide in a scale that keeps its frame', () => {
    expect(movesOf(mapped('violin', 'D4 E4 F#4 G4 A4 B4 C#5 D5')).every((m) => m.slide === null)).toBe(true)
  })
})

describe('shifts', () => {
  const inThird = { e1: { position: 'III', strings: [2], fingers: [1] } }
  it('say the way, the distance, the guide finger and what gives the hand time', () => {
    const m = mapped('violin', 'B4 D5', D, {}, inThird)
    expect(movesOf(m)[0].shift).toEqual({ from: 'I', to: 'III', halfSteps: 3, guide: 1, over: 'nothing' })
    expect(sayHandMove(movesOf(m)[0])).toEqual(['Shift up to III, a step and a half, with no time in between. Finger 1 leads.'])
  })
  it('over a rest, an open string and inside a slur', () => {
    const over = (text: string, pin: string) =>
      movesOf(mapped('violin', text, D, {}, { [pin]: inThird.e1 })).find((x) => x.shift)?.shift?.over
    expect(over('B4 z D5', 'e2')).toBe('rest')
    expect(over('B4 A4 D5', 'e2')).toBe('open string')
    const stays = { e0: { position: 'I', strings: [2] }, ...inThird }
    expect(movesOf(mapped('violin', '(B4 D5)', D, {}, stays))[0].shift?.over).toBe('slur')
  })
  it('the bass goes up to III for C sharp', () => {
    expect(movesOf(mapped('bass', 'G3 A3 B3 C#4'))[2].shift).toMatchObject({ from: 'I', to: 'III', halfSteps: 3 })
  })
  it('the cello opens for F sharp on C and closes again', () => {
    const m = mapped('cello', 'D2 F#2 D2 F2', { fifths: 0, mode: 'major' })
    expect(movesOf(m).map((x) => x.opening)).toEqual(['opens', 'closes', null])
  })
})

describe('jumps', () => {
  it('a repeat has a move of its own', () => {
    const piece = pieceFrom('D4 E4 F#4 B4', D)
    const line = { ...piece.lines[0], measures: [{ ...piece.lines[0].measures[0], repeatEnd: 2 }] }
    const m = mapSeat({ ...piece, lines: [line] }, line, SEAT.violin, { octave: 0, policy: DEFAULT_POLICY, learned: FIRST_POSITION.violin })
    const jump = movesOf(m).find((x) => x.jump)
    expect(jump).toMatchObject({ from: 3, to: 0, crossing: { by: 'bow', strings: -1 } })
  })
})

const say = (list: readonly FingerOn[]) => list.map((f) => `${f.finger}@${f.string}`).join(' ')
const down = (m: SeatMap, rule: Policy['fingersDown']) => handsAlong(m, rule).map((h) => say(h.down))

describe('fingers down', () => {
  it('as blocks all lower fingers are down, as single fingers only the one that plays', () => {
    const m = mapped('violin', 'D4 E4 F#4 G4')
    expect(down(m, 'blocks')).toEqual(['', '1@1', '1@1 2@1', '1@1 2@1 3@1'])
    expect(down(m, 'independent')).toEqual(['', '1@1', '2@1', '3@1'])
  })
  it('a finger stays down while it will play again and nothing is asked of its string', () => {
    const m = mapped('violin', 'F#4 A4 F#4')
    expect(handsAlong(m, 'independent').map((h) => say(h.keep))).toEqual(['', '2@1', ''])
  })
  it('it does not stay when a lower finger or the open string must sound there, or another string needs it', () => {
    expect(handsAlong(mapped('violin', 'F#4 D4 F#4'), 'independent').map((h) => say(h.keep))).toEqual(['', '', ''])
    expect(handsAlong(mapped('violin', 'F#4 C#5 F#4'), 'independent')[1].keep).toEqual([])
  })
  it('during an open string the next finger is set on another string, during a rest on any', () => {
    expect(handsAlong(mapped('violin', 'A4 F#4'), 'independent')[0].prepare).toEqual({
      fingers: [{ finger: 2, string: 1 }],
      during: 'open string',
    })
    expect(handsAlong(mapped('violin', 'A4 B4'), 'independent')[0].prepare).toBeNull()
    expect(handsAlong(mapped('violin', 'A4 z B4'), 'independent')[0].prepare).toEqual({
      fingers: [{ finger: 1, string: 2 }],
      during: 'rest',
    })
  })
  it('3 helps 4 on the bass, and two fingers of a double stop are both down', () => {
    expect(down(mapped('bass', 'F#3'), 'blocks')).toEqual(['1@2 2@2 3@2 4@2'])
    expect(down(mapped('violin', '[F#4,D5]'), 'independent')).toEqual(['2@1 3@2'])
  })
  it('nothing stays through a shift', () => {
    const m = mapped('violin', 'B4 D5', D, {}, { e1: { position: 'III', strings: [2], fingers: [1] } }, learned)
    expect(handsAlong(m, 'independent')[1].down).toEqual([{ finger: 1, string: 2 }])
  })
})

describe('the third way: kept down, except for a single visit (common practice)', () => {
  const violin = (text: string) => mapped('violin', text)
  it('sets no lower fingers for one note on another string, and keeps them down everywhere else', () => {
    // 3 on D between two notes on A, then 2 and 3 on D in a row.
    const m = violin('B4 G4 B4 F#4 G4')
    expect(down(m, 'blocks').slice(0, 2)).not.toEqual(down(m, 'visits').slice(0, 2))
    expect(
      down(m, 'visits')[1]
        .split(' ')
        .filter((f) => f.endsWith('@1')),
    ).toEqual(['3@1'])
    expect(
      down(m, 'blocks')[1]
        .split(' ')
        .filter((f) => f.endsWith('@1')),
    ).toEqual(['1@1', '2@1', '3@1'])
    expect(down(m, 'visits').slice(3)).toEqual(down(m, 'blocks').slice(3))
  })
  it('is as blocks where nothing is visited', () => {
    const m = violin('E4 F#4 G4 F#4 E4')
    expect(down(m, 'visits')).toEqual(down(m, 'blocks'))
  })
})
