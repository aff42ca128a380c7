import { describe, expect, it } from 'vitest'
import { pieceFrom } from '../testing/piece'
import { SEAT, STEPS } from '../testing/seats'
import { handPin, type HandCommand } from './handPins'
import { mapSeat } from './map'
import type { Pin } from './pins'
import { DEFAULT_POLICY } from './policy'

const third = STEPS.find((s) => s.id === 'third-position')!.learned
const piece = pieceFrom('E4 F#4 B4 D5 G5 F#5 B4 F#4 z', { fifths: 2, mode: 'major' })
const mapped = (pins: ReadonlyMap<string, Pin> = new Map()) =>
  mapSeat(piece, piece.lines[0], SEAT.viola, { octave: 0, policy: DEFAULT_POLICY, learned: third.viola, pins })
const positions = (pins?: ReadonlyMap<string, Pin>) => mapped(pins).notes.map((n) => n.position)

describe('a hand told where to be', () => {
  const plain = positions()
  const away = plain.indexOf('III')
  const back = plain.indexOf('I', away)
  const told = (column: number, command: HandCommand) => {
    const { pin } = handPin(mapped(), column, command)!
    return positions(new Map([[`e${column}`, pin]]))
  }
  it('goes to III for G5 and back on the way down, by itself', () => {
    expect(plain.slice(4, 6)).toEqual(['III', 'III'])
    expect(back).toBeGreaterThan(away)
  })
  it('stays where it was, goes home, or is there already', () => {
    expect(told(back, 'stay')[back]).toBe('III')
    expect(plain[3]).toBe('III')
    expect(told(3, 'home')[3]).toBe('I')
    expect(told(away - 1, 'enter')[away - 1]).toBe('III')
  })
  it('is offered only what can be', () => {
    const m = mapped()
    expect(handPin(m, 0, 'stay')).toBeNull()
    expect(handPin(m, 0, 'home')).toBeNull()
    expect(handPin(m, m.notes.length - 1, 'enter')).toBeNull()
    // G5 is beyond first position.
    expect(handPin(m, 4, 'home')).toBeNull()
  })
})
