import { describe, expect, it } from 'vitest'
import type { Key } from '../music/key'
import { midiOf, parsePitch, pitchName, stepsOf } from '../music/pitch'
import { writtenUnder } from './kinds/fourth'

const major = (fifths: number): Key => ({ fifths, mode: 'major' })
const under = (byLetter: boolean, letter: string, sounds: string, fifths: number): string =>
  pitchName(writtenUnder(byLetter, stepsOf(parsePitch(letter)!), midiOf(parsePitch(sounds)!), major(fifths)))

describe('what stands under a finger', () => {
  it('of a letter hand is its letter; in a key of flats no sharp: finger 1 of half position on A is B flat', () => {
    expect(under(true, 'A4', 'A#4', -2)).toBe('Bb4')
    expect(under(true, 'A4', 'A#4', 2)).toBe('A#4')
    expect(under(true, 'B4', 'Bb4', -2)).toBe('Bb4')
    // Low 2 on D is F natural in D major, and stays it.
    expect(under(true, 'F4', 'F4', 2)).toBe('F4')
  })
  it('of any other hand is as the key spells it', () => {
    expect(under(false, 'A3', 'A#3', -2)).toBe('Bb3')
    expect(under(false, 'B3', 'C#4', 2)).toBe('C#4')
  })
})
