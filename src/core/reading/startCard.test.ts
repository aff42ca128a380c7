import { describe, expect, it } from 'vitest'
import { DEFAULT_POLICY } from '../fingering/policy'
import { mapSeat } from '../fingering/map'
import { frameChangeAt, sayFrameChange } from '../fingering/frameChange'
import { handsAlong } from '../fingering/down'
import { sayFingers } from '../words/en/fingering'
import { PLAIN_TONGUE } from '../words/en/hands'
import type { Key } from '../music/key'
import type { Meter } from '../music/time'
import { pieceFrom } from '../testing/piece'
import { saidSpots } from '../testing/said'
import { FIRST_POSITION, SEAT, type TestSeat } from '../testing/seats'
import { readingOf } from './reading'
import { countIn, startCardOf } from './startCard'

type How = { readonly seat?: TestSeat; readonly key?: Key; readonly meter?: Meter; readonly octave?: number }
const C: Key = { fifths: 0, mode: 'major' }

function mapped(text: string, { seat = 'violin', key = C, meter, octave = { violin: 0, viola: 0, cello: -1, bass: -2 }[seat] }: How = {}) {
  const piece = pieceFrom(text, key, meter)
  const map = mapSeat(piece, piece.lines[0], SEAT[seat], { octave, policy: DEFAULT_POLICY, learned: FIRST_POSITION[seat] })
  return { piece, map, reading: readingOf(piece, map) }
}
const card = (text: string, how?: How) => startCardOf(mapped(text, how).reading, PLAIN_TONGUE)!
const count = (text: string, meter?: Meter) => countIn(mapped(text, { meter }).reading)

describe('the start card', () => {
  it('says string, fingers and their place, bow, test and count', () => {
    expect(card('G4 A4 B4 G4')).toEqual({
      note: 'G: 3 on D',
      set: 'set 1 2 3 on D',
      bow: 'down-bow, from the middle',
      check: 'G is one octave above open G',
      count: 'four beats: 1 2 3 4',
    })
  })
  it('names the place of a low finger, and tests what has no open string from the one below', () => {
    const low = card('F4 E4 D4:h')
    expect(low.note).toBe('F: low 2 on D')
    expect(low.set).toBe('set 1 and low 2 on D')
    expect(low.check).toBe('F: no open string to match, so sing it up from open D')
  })
  it('sets over an open string what comes next, on another string, and its place', () => {
    expect(card('A4 F4 E4 D4').set).toBe('no fingers yet, then 1 and low 2 on D while the open string rings')
    expect(card('D4 E4 F#4 G4').set).toBe('no fingers yet, keep them over the string')
    expect(card('D4 E4 F#4 G4').check).toBe('E is one octave below open E')
  })
  it('says the position away from the first, chords, and what is plucked', () => {
    expect(card('D4 C4 B3:h', { seat: 'bass', octave: -1 }).note).toMatch(/^D: 4 on G in III$/)
    expect(card('[D4,A4]:h D4:h').note).toBe('D and A: open D and open A')
    expect(card('pizz:D4 E4 D4:h').bow).toBe('plucked')
    expect(card('D4 | E4 F4 G4 A4').bow).toMatch(/^up-bow/)
  })

  it('check 32: the count before a pickup is the measure without it; eighths are counted in eighths; 6/8 in two (common practice)', () => {
    expect(count('D4 | E4 F4 G4 A4')).toBe('three beats: 1 2 3')
    expect(count('D4 | E4 F4 G4', { beats: 3, unit: 4 })).toBe('two beats: 1 2')
    expect(count('D4 E4 F4 G4')).toBe('four beats: 1 2 3 4')
    expect(count('D4:e E4:e F4 G4 A4')).toBe('four beats, counted in eighths: 1 and 2 and 3 and 4 and')
    expect(count('D4:q. E4:q.', { beats: 6, unit: 8 })).toBe('two beats: 1 2')
  })
})

describe('a change of frame (common practice: the finger that did not move is the one to check)', () => {
  const changes = (text: string, how?: How) => {
    const { map } = mapped(text, how)
    return map.notes.map((n) => {
      const change = frameChangeAt(map, n)
      return change && sayFrameChange(change)
    })
  }
  it('says which finger moves, which stay, and where the gap goes', () => {
    expect(changes('E4 F#4 G4 F4')[3]).toBe('2 goes down a half step. 1, 3 and 4 stay put. Now 1 and 2 touch. The gap is between 2 and 3.')
  })
  it('of the cello, whose hand opens: 1 stays, the others go up together', () => {
    expect(changes('D2 F#2 D2 F2', { seat: 'cello', octave: 0 }).filter(Boolean)).toEqual([
      '2, 3 and 4 go up a half step. 1 stays put. Now 2 and 3, 3 and 4 touch. The gap is between 1 and 2.',
      '2, 3 and 4 go down a half step. 1 stays put. Now 1 and 2, 2 and 3, 3 and 4 touch.',
    ])
  })
  it('is silent where the frame is the same, or the string is met for the first time', () => {
    expect(changes('E4 F#4 G4 F#4').filter(Boolean)).toEqual([])
    expect(changes('E4 C5 B4').filter(Boolean)).toEqual([])
  })
})

describe('what is prepared in a rest', () => {
  it('names its place too', () => {
    const { map } = mapped('D4 z F4 E4')
    const ahead = handsAlong(map)[0].prepare!
    expect(ahead.during).toBe('rest')
    expect(sayFingers(PLAIN_TONGUE, map.instrument, ahead.fingers)).toBe('1 and low 2 on D')
    const { map: cello } = mapped('C2 z F#2 E2', { seat: 'cello', octave: 0 })
    expect(sayFingers(PLAIN_TONGUE, cello.instrument, handsAlong(cello)[0].prepare!.fingers)).toMatch(/4 reached forward on C$/)
  })
})

describe('one count', () => {
  it('is said by the start card and by the advice at a pickup', () => {
    for (const [text, meter] of [
      ['A4 | D5 D5 A4:h', { beats: 4, unit: 4 }],
      ['A4:e B4:e | D5 D5 A4:h', { beats: 4, unit: 4 }],
      ['F#4 G4 | A4 A4 D4 D4', { beats: 4, unit: 4 }],
      ['D4 | G4 B4 D5', { beats: 3, unit: 4 }],
      ['A4:e | D5:q F#5:e A4:q D5:e', { beats: 6, unit: 8 }],
    ] as const) {
      const { piece, map, reading } = mapped(text, { meter })
      const pickup = saidSpots(piece, map).find((s) => s.kind === 'pickup')!
      expect(pickup.advice, text).toContain(`Count ${countIn(reading)}.`)
    }
  })
})
