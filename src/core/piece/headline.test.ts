import { describe, expect, it } from 'vitest'
import { summaryIn, summaryOf } from './summary'
import { beatSign, feltBeat, feltTempo, headline, meterIn, quartersIn, sayTempo } from './headline'
import { pieceFrom } from '../testing/piece'

describe('a tempo in the beat that is felt', () => {
  it.each([
    [4, 4, 84, '♩ = 84'],
    [3, 4, 96, '♩ = 96'],
    // Common practice: two big beats in 6/8, three in 9/8, halves in cut time.
    [6, 8, 84, '♩. = 56'],
    [9, 8, 90, '♩. = 60'],
    [2, 2, 144, 'half = 72'],
    [3, 2, 120, 'half = 60'],
    // Three eighths are counted, and so are five and seven.
    [3, 8, 90, '♩ = 90'],
    [7, 8, 120, '♩ = 120'],
  ])('%d/%d at %d quarters a minute: %s', (beats, unit, tempo, said) => {
    expect(sayTempo({ beats, unit } as never, tempo)).toBe(said)
  })

  it('typed in the beat and kept in quarters it is the same again', () => {
    for (const unit of [2, 4, 8] as const)
      for (const beats of [2, 3, 4, 6, 9, 12]) {
        const beat = feltBeat({ beats, unit })
        const { rate } = feltTempo({ beats, unit }, 120)
        expect(rate * quartersIn(beat)).toBeCloseTo(120)
        expect(beatSign(beat)).not.toBe('')
      }
  })

  it('is said of the measure that is played', () => {
    const piece = pieceFrom('D4 E4 F4 G4 | A4 B4 A4 G4')
    const { lines } = piece
    const changed = {
      ...piece,
      lines: [{ ...lines[0], measures: lines[0].measures.map((m, i) => (i === 1 ? { ...m, meter: { beats: 2, unit: 2 as const } } : m)) }],
    }
    expect([meterIn(changed, 0), meterIn(changed, 1)].map((m) => sayTempo(m, 120))).toEqual(['♩ = 120', 'half = 60'])
  })

  it('stands in the headline with the key in the class’s names', () => {
    expect(headline({ fifths: 2, mode: 'major' }, { beats: 6, unit: 8 }, 84, true)).toBe('D major (F♯ C♯) · 6/8 · ♩. = 56')
    expect(headline({ fifths: 2, mode: 'major' }, { beats: 4, unit: 4 }, undefined, true, 'do-re-mi')).toBe('re major (fa♯ do♯) · 4/4')
  })
})

describe('what a shelf says of a piece', () => {
  const piece = pieceFrom('D4 F#4 A4 Bb4', { fifths: 2, mode: 'major' })
  it('names key and range as the class calls notes', () => {
    const summary = summaryOf(piece)
    expect(summary).toMatchObject({ headline: expect.stringMatching(/^D major · 4\/4/) as unknown, range: 'D4 to B♭4' })
    expect(summaryIn('do-re-mi', summary)).toMatchObject({ headline: expect.stringMatching(/^re major/) as unknown, range: 're4 to ti♭4' })
    expect(summaryIn('german', summary).range).toBe('D4 to B4')
  })
  it('stays as it was stored where it was stored without its facts', () => {
    const { facts: _, ...before } = summaryOf(piece)
    expect(summaryIn('do-re-mi', before)).toEqual(before)
  })
})
