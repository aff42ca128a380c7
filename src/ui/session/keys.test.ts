import { describe, expect, it, vi } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { pieceFrom } from '@/core/testing/piece'
import { actOf, type Pressed } from '@/ui/kit/keys'
import { createDesk } from './deskStore'
import { DESK_KEYS } from './keys'
import { pickedNotes } from './selectors'

const D = { fifths: 2, mode: 'major' } as const
function desk() {
  const d = createDesk({
    id: 'x',
    piece: pieceFrom('F#4 G4 A4 G4 E5 F#5:h z D4 E4 F#4 G4', D),
    plan: emptyPlan(),
    klass: DEFAULT_CLASS,
    version: 1,
  })
  const [find, help] = [vi.fn(), vi.fn()]
  const press = (key: string, held: Partial<Pressed> = {}): boolean => {
    const run = actOf(DESK_KEYS, { key, shiftKey: false, altKey: false, ctrlKey: false, metaKey: false, ...held })
    run?.({ desk: d.getState(), find, help })
    return run !== null
  }
  const at = () => [d.getState().moment, d.getState().seat]
  const stop = () => pickedNotes(d.getState(), d.getState().seat)[0]?.stop
  return { d, press, at, stop, find, help }
}

describe('the keys of the desk', () => {
  it('tell the hand: s to stay, h to go home, n to be in the next position already; each its own', () => {
    const told: string[] = []
    const { d } = desk()
    const tell = { ...d.getState(), tellHand: (command: string) => void told.push(command) }
    for (const key of ['s', 'h', 'n'])
      actOf(DESK_KEYS, { key, shiftKey: false, altKey: false, ctrlKey: false, metaKey: false })?.({
        desk: tell as never,
        find: vi.fn(),
        help: vi.fn(),
      })
    expect(told).toEqual(['stay', 'home', 'enter'])
  })
  it('move by moments, measures and seats, and stay inside', () => {
    const { press, at } = desk()
    press('ArrowLeft')
    expect(at()).toEqual([0, 'violin'])
    press('ArrowRight')
    expect(at()).toEqual([1, 'violin'])
    press('ArrowRight', { ctrlKey: true })
    expect(at()).toEqual([4, 'violin'])
    press('ArrowRight', { ctrlKey: true })
    press('ArrowRight', { ctrlKey: true })
    expect(at()).toEqual([7, 'violin'])
    press('ArrowLeft', { metaKey: true })
    expect(at()).toEqual([4, 'violin'])
    press('ArrowDown')
    expect(at()).toEqual([4, 'viola'])
    press('ArrowUp')
    press('ArrowUp')
    expect(at()).toEqual([4, 'violin'])
  })
  it('pin a finger or a string, lift the pin, undo and do again', () => {
    const { d, press, stop } = desk()
    press('ArrowRight')
    press('ArrowRight')
    expect(stop()).toMatchObject({ finger: 0, string: 2 })
    press('4')
    expect(stop()).toMatchObject({ finger: 4, string: 1 })
    press('Delete')
    expect(stop()).toMatchObject({ finger: 0, string: 2 })
    press('d')
    expect(stop()).toMatchObject({ finger: 4, string: 1 })
    press('z', { ctrlKey: true })
    expect(stop()?.finger).toBe(0)
    press('Z', { ctrlKey: true, shiftKey: true })
    expect(stop()?.finger).toBe(4)
    press('Backspace')
    expect(d.getState().said).toBe('Violin, measure 1: pin taken away')
    press('z', { ctrlKey: true })
    press('y', { ctrlKey: true })
    expect(stop()?.finger).toBe(0)
    press('D', { shiftKey: true })
    expect(stop()?.finger).toBe(4)
  })
  it('go to spots, to a measure, and to the list; all else is not theirs', () => {
    const { d, press, find, help } = desk()
    press('.')
    const first = d.getState().spot
    expect(first).not.toBeNull()
    press('.')
    expect(d.getState().spot).not.toBe(first)
    press(',')
    expect(d.getState().spot).toBe(first)
    press('/')
    press('?')
    expect([find.mock.calls.length, help.mock.calls.length]).toEqual([1, 1])
    for (const [key, held] of [
      ['5', {}],
      ['j', {}],
      ['Enter', {}],
      ['a', { ctrlKey: true }],
      ['ArrowUp', { altKey: true }],
    ] as const)
      expect(press(key, held)).toBe(false)
  })
  it('every key that is listed has something to run', () => {
    for (const row of DESK_KEYS) expect(Object.keys(row.run).length).toBeGreaterThan(0)
    const chords = DESK_KEYS.flatMap((row) => Object.keys(row.run))
    expect(new Set(chords).size).toBe(chords.length)
  })
})
