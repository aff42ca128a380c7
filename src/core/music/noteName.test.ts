import { describe, expect, it } from 'vitest'
import { parsePitch, type Pitch } from './pitch'
import { NOTE_NAMES, plainNote, printedNote, printedPitch, spokenNote } from './noteName'

const p = (name: string): Pitch => parsePitch(name)!
const all = (names: string) => names.split(' ').map(p)

describe('what a note is called', () => {
  it('by letters, printed and spoken', () => {
    expect(all('F#4 Bb3 C4 C##4 Ebb4').map((x) => printedNote('letters', x))).toEqual(['F♯', 'B♭', 'C', 'C𝄪', 'E𝄫'])
    expect(all('F#4 Bb3 C4 C##4 Ebb4').map((x) => spokenNote('letters', x))).toEqual([
      'F sharp',
      'B flat',
      'C',
      'C double sharp',
      'E double flat',
    ])
    expect(printedPitch('letters', p('F#4'))).toBe('F♯4')
  })
  it('by fixed do-re-mi', () => {
    expect(all('C4 D4 E4 F4 G4 A4 B4').map((x) => plainNote('do-re-mi', x.letter))).toEqual(['do', 're', 'mi', 'fa', 'sol', 'la', 'ti'])
    expect([printedNote('do-re-mi', p('F#4')), spokenNote('do-re-mi', p('Bb4'))]).toEqual(['fa♯', 'ti flat'])
    expect(printedPitch('do-re-mi', p('F#4'))).toBe('fa♯4')
  })
  it('by German letters: H for B, B for B flat, and two that run together with their ending (common practice)', () => {
    expect(all('C4 D4 E4 F4 G4 A4 B4').map((x) => printedNote('german', x))).toEqual(['C', 'D', 'E', 'F', 'G', 'A', 'H'])
    expect(all('C#4 D#4 E#4 F#4 G#4 A#4 B#4').map((x) => printedNote('german', x))).toEqual([
      'Cis',
      'Dis',
      'Eis',
      'Fis',
      'Gis',
      'Ais',
      'His',
    ])
    expect(all('Cb4 Db4 Eb4 Fb4 Gb4 Ab4 Bb4').map((x) => printedNote('german', x))).toEqual(['Ces', 'Des', 'Es', 'Fes', 'Ges', 'As', 'B'])
    expect(all('F##4 Ebb4 Abb4 Bbb4 Dbb4').map((x) => printedNote('german', x))).toEqual(['Fisis', 'Eses', 'Asas', 'Heses', 'Deses'])
  })
  it('says a natural only where it is asked for, and has two names for no note', () => {
    expect(NOTE_NAMES.map((n) => spokenNote(n, p('B4'), true))).toEqual(['B natural', 'ti natural', 'H', 'si natural'])
    for (const n of NOTE_NAMES) {
      const names = all('Cb4 C4 C#4 Db4 D4 D#4 Eb4 E4 E#4 Fb4 F4 F#4 Gb4 G4 G#4 Ab4 A4 A#4 Bb4 B4 B#4').map((x) => printedNote(n, x))
      expect(new Set(names).size, n).toBe(names.length)
    }
  })
})
