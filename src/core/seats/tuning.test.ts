import { describe, expect, it } from 'vitest'
import { printedPitch } from '../music/noteName'
import { readTuning } from './tuning'

const read = (text: string): string => {
  const found = readTuning(text)
  return 'problem' in found ? found.problem : found.strings.map((s) => printedPitch('letters', s)).join(' ')
}

describe('open strings as a teacher writes them', () => {
  it('are read low to high, with either kind of sign, small letters and commas', () => {
    expect(read('E2 A2 D3 G3')).toBe('E2 A2 D3 G3')
    expect(read(' d2, a2; d3  g3 ')).toBe('D2 A2 D3 G3')
    expect(read('F#2 B♭2')).toBe(read('F♯2 Bb2'))
  })
  it('that cannot be read are said by their word, with what to do', () => {
    expect(read('E2 H3')).toContain('“H3” is not a pitch')
    expect(read('E2 D2')).toBe('D2 is not above the string before it. Type them low to high.')
    expect(read('E2 E2')).toContain('is not above')
    expect(read('')).toContain('Name each string by letter and octave')
    expect(read('C1 D1 E1 F1 G1 A1 B1 C2 D2 E2')).toMatch(/^10 strings are too many\. The limit is \d\.$/)
    expect(read('E9')).toContain('out of range for a string')
  })
})
