import { describe, expect, it } from 'vitest'
import { pieceFrom } from '../testing/piece'
import { SEAT, TEST_STEPS } from '../testing/seats'
import { handPin, heldOn, heldPlace, heldUpTo, type HandCommand } from './handPins'
import { mapSeat } from './map'
import type { Pin } from './pins'
import { DEFAULT_POLICY } from './policy'

const third = TEST_STEPS.find((s) => s.id === 'third-position')!.learned
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

describe('a place that is pinned', () => {
  const tune = pieceFrom('D4 E4 G4 G4 A4 B4 G4 F#4 E4', { fifths: 2, mode: 'major' })
  const at = (pins: ReadonlyMap<string, Pin> = new Map()) =>
    mapSeat(tune, tune.lines[0], SEAT.violin, { octave: 0, policy: DEFAULT_POLICY, learned: third.violin, pins })
  const { pin } = handPin(at(), 2, 'next')!
  it('is the one that is taught next, with one key', () => {
    expect(pin).toEqual({ position: 'III', base: 5 })
    const m = at(new Map([['e2', pin]]))
    expect(m.notes[2].stop).toMatchObject({ finger: 1, string: 1 })
    expect(m.notes[3].position).toBe('III')
  })
  it('is known at every note that it holds, and its end is moved by a note at a time', () => {
    const m = at(new Map([['e2', pin]]))
    const place = heldPlace(m, 3)!
    expect(place).toMatchObject({ event: 'e2', position: 'III', from: 2 })
    expect(heldPlace(m, 0)).toBeNull()
    const longer = heldOn(m, place, 1)!
    const held = at(new Map([['e2', longer]]))
    expect(heldPlace(held, 3)!.to).toBeGreaterThanOrEqual(place.to + 1)
    const less = heldOn(held, heldPlace(held, 3)!, -1)!
    expect(at(new Map([['e2', less]])).notes.map((n) => n.position)).toEqual(m.notes.map((n) => n.position))
    // Drawn to a note it holds up to there; not over a note that the place does not have, nor to where it ends anyway.
    const to = heldUpTo(m, place, 5)!
    expect(
      at(new Map([['e2', to]]))
        .notes.slice(2, 6)
        .map((n) => n.position ?? 'III'),
    ).toEqual(Array(4).fill('III'))
    expect(heldUpTo(m, place, place.to)).toBeNull()
    const low = pieceFrom('D4 E4 G4 A3 G4', { fifths: 2, mode: 'major' })
    const beyond = mapSeat(low, low.lines[0], SEAT.violin, {
      octave: 0,
      policy: DEFAULT_POLICY,
      learned: third.violin,
      pins: new Map([['e2', pin]]),
    })
    expect(heldUpTo(beyond, heldPlace(beyond, 2)!, 4)).toBeNull()
    const shorter = heldUpTo(held, heldPlace(held, 3)!, 2)!
    expect(shorter.until).toBeUndefined()
    // What was not asked to stay is not asked to leave.
    expect(heldOn(m, place, -1)).toBeNull()
  })
})
