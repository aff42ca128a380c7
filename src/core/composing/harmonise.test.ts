import { describe, expect, it } from 'vitest'
import type { Key } from '../music/key'
import type { Meter } from '../music/time'
import { pieceFrom } from '../testing/piece'
import { chordName, chordOn } from './chord'
import { harmonise, spansOf } from './harmonise'

const key = (fifths: number, mode: Key['mode'] = 'major'): Key => ({ fifths, mode })
const THREE: Meter = { beats: 3, unit: 4 }
const SIX: Meter = { beats: 6, unit: 8 }

/** "D | A7 D | …": the chords of each measure as they change in it. */
function said(text: string, k: Key, meter?: Meter): string {
  const piece = pieceFrom(text, k, meter)
  const beats = harmonise(piece, piece.lines[0])
  const measures: string[][] = []
  for (const s of spansOf(beats)) (measures[s.measure] ??= []).push(chordName(s.chord))
  return measures.map((m) => m.join(' ')).join(' | ')
}

describe('chords', () => {
  it('are spelled in their key; in minor the dominant leads', () => {
    expect([0, 1, 3, 4, 5].map((d) => chordName(chordOn(key(2), d, d === 1 || d === 5 ? 'minor' : 'major')))).toEqual([
      'D',
      'Em',
      'G',
      'A',
      'Bm',
    ])
    expect(chordName(chordOn(key(-2), 4, 'seventh'))).toBe('F7')
    expect(chordOn(key(-1, 'minor'), 4, 'major').tones.map((t) => t.letter + t.alter)).toEqual(['A0', 'C1', 'E0'])
    expect(chordOn(key(0, 'minor'), 0, 'minor').tones.map((t) => t.letter)).toEqual(['A', 'C', 'E'])
  })
})

/**
 * Twelve small tunes of our own, harmonised by hand first (common practice: tonic, dominant, subdominant and their relatives; a
 * close from dominant to tonic). Where a hand would take either, both stand there.
 */
const TUNES: readonly (readonly [name: string, tune: string, key: Key, meter: Meter | undefined, chords: RegExp])[] = [
  ['down from the fifth', 'A4 G4 F#4 E4 | F#4 A4 D4:h | E4 E4 F#4 E4 | D4:w', key(2), undefined, /^D.* \| D \| A.* \| D$/],
  ['three chords', 'D4 F#4 A4 F#4 | G4 B4 G4:h | A4 C#5 E5 C#5 | D5:w', key(2), undefined, /^D \| G \| A7? \| D$/],
  [
    'a scale up and down',
    'G4 A4 B4 C5 | D5:w | D5 C5 B4 A4 | G4:w',
    key(1),
    undefined,
    /^G.* \| G \| (G|D7?).*D7? \| G$|^G.* \| G \| D7? \| G$/,
  ],
  ['pickup to the tonic', 'A4 | D5 A4 F#4 A4 | G4 B4 B4 z | A4 C#5 C#5 E5 | D5:h.', key(2), undefined, /^(A7?|D) \| D \| G \| A7? \| D$/],
  ['waltz', 'G4 B4 D5 | D5 B4 G4 | A4 C5 F#4 | G4:h.', key(1), THREE, /^G \| G \| D7 \| G$/],
  ['subdominant and home', 'C4 E4 G4 E4 | F4 A4 A4 F4 | E4 G4 G4 E4 | D4 G4 C4:h', key(0), undefined, /^C \| F \| C \| G7?.* C$/],
  [
    'minor with its leading tone',
    'D4 F4 A4 F4 | E4 C#4 A3 C#4 | D4 G4 Bb4 G4 | A4 C#4 D4:h',
    key(-1, 'minor'),
    undefined,
    /^Dm \| A7? \| Gm \| A7? Dm$/,
  ],
  [
    'minor over its seventh degree',
    'A4 C5 E5 C5 | G4 B4 D5 B4 | A4 C5 E5 C5 | B4 G#4 A4:h',
    key(0, 'minor'),
    undefined,
    /^Am \| G \| Am \| E7? Am$/,
  ],
  ['jig', 'D4:e F#4:e A4:e D5:q A4:e | G4:e B4:e G4:e G4:q. | E4:e A4:e C#5:e E5:q C#5:e | D5:h.', key(2), SIX, /^D \| G \| A7? \| D$/],
  [
    'half close in the middle',
    'B4 B4 D5 B4 | A4 F#4 D4:h | B4 B4 C5 E5 | D5 F#4 G4:h',
    key(1),
    undefined,
    /^G \| D7? \| (G C|G.*|C) \| D7? G$/,
  ],
  [
    'second degree before the close',
    'F4 A4 C5 A4 | G4 Bb4 D5 Bb4 | C5 E4 G4 E4 | F4:w',
    key(-1),
    undefined,
    /^F \| (Gm|B♭.*|Gm.*) \| C7? \| F$/,
  ],
  ['leading home twice', 'C5 B4 C5 G4 | A4 A4 G4:h | F4 A4 D5 B4 | C5:w', key(0), undefined, /^C.* \| F C \| (Dm|F).*G7? \| C$/],
]

describe('harmony of a tune', () => {
  it('ends at home, also where the last note would lie in another chord as well', () => {
    expect(said('D4 F#4 A4 F#4 | A4 C#5 E5 C#5 | A4:w', key(2))).toBe('D | A | D')
  })
  it('leads a seventh home: where the tune goes elsewhere there is none', () => {
    const tunes = [
      ...TUNES.map(([, tune, k, meter]) => [tune, k, meter] as const),
      ['D4 F#4 A4 D5 | C#5 A4 G4 E4 | G4 B4 D5 B4 | A4 C#5 D5:h', key(2), undefined] as const,
    ]
    for (const [tune, k, meter] of tunes) {
      const chords = said(tune, k, meter).replace(/ \| /g, ' ').split(' ')
      const home = chordName(chordOn(k, 0, k.mode))
      chords.forEach((c, i) => {
        const next = chords.slice(i + 1).find((x) => x !== c)
        if (c.endsWith('7') && next) expect(next, `${tune}: ${chords.join(' ')}`).toBe(home)
      })
    }
  })
  it.each(TUNES)('%s: as a hand would have it', (_, tune, k, meter, chords) => {
    expect(said(tune, k, meter)).toMatch(chords)
  })
})
