import { describe, expect, it } from 'vitest'
import { measuresPlayed } from '../performance/performance'
import { pieceFrom } from '../testing/piece'
import { sayPlays, sayWouldPlay } from './says'
import { wayThrough } from './take'

const piece = pieceFrom('D4 E4 F4 G4 A4 G4 F4 E4', { fifths: 0, mode: 'major' }, { beats: 2, unit: 4 })
const [line] = piece.lines
const way = (stretch: Parameters<typeof wayThrough>[1]) => wayThrough(measuresPlayed(piece), stretch).map((m) => m.index)

describe('what is said of what plays is what plays', () => {
  it('all of it, or a stretch', () => {
    expect(sayPlays(line, null)).toBe('Plays all of it.')
    expect(way(null)).toEqual([0, 1, 2, 3])
    expect(sayPlays(line, { from: 1, to: 2 })).toBe('Plays measures 2 and 3.')
    expect(way({ from: 1, to: 2 })).toEqual([1, 2])
  })
  it('the passage, from the beginning, from a measure to the end, or the last alone', () => {
    expect(sayWouldPlay(line, { from: 1, to: 2 }, 3)).toBe('Measures 2 and 3: the picked passage.')
    expect(sayWouldPlay(line, null, 0)).toBe('From the beginning. Pick a passage below to play just that.')
    expect(sayWouldPlay(line, null, 2)).toBe('From measure 3 to the end.')
    expect(way({ from: 2, to: 3 })).toEqual([2, 3])
    expect(sayWouldPlay(line, null, 3)).toBe('From measure 4 only, as it is the last.')
  })
})
