import { describe, expect, it } from 'vitest'
import { lineFrom } from '../testing/piece'
import { sayWaits, waitsIn } from './waits'

describe('whom the class waits for', () => {
  it('is nobody where all go along, or one plays alone', () => {
    expect(waitsIn({ violin: [4, 10], viola: [5, 9] })).toEqual([])
    expect(waitsIn({ bass: [40, 100] })).toEqual([])
    // Twice as much of very little is no wait.
    expect(waitsIn({ violin: [1], viola: [4] })).toEqual([])
    // Nor is a little more of very much.
    expect(waitsIn({ violin: [20], viola: [28] })).toEqual([])
    // Nor do all wait where another has nearly as much.
    expect(waitsIn({ violin: [0], viola: [0], cello: [30], bass: [40] })).toEqual([])
  })
  it('is the seat with half as much again as the next, measure by measure, the longest wait first', () => {
    expect(
      waitsIn({
        violin: [2, 30, 5, 6],
        cello: [3, 10, 5, 6],
        bass: [20, 10, 5, 40],
      }),
    ).toEqual([
      { seat: 'bass', measures: [0, 3], excess: 17 + 34 },
      { seat: 'violin', measures: [1], excess: 20 },
    ])
  })
  it('is said with every place that is meant, and no other', () => {
    const line = lineFrom('D4:w E4:w F4:w G4:w')
    const seats = [
      { id: 'violin', name: 'Violin' },
      { id: 'bass', name: 'Bass' },
    ]
    const say = (loads: Record<string, number[]>, most?: number) => sayWaits(waitsIn(loads), line, seats, most)
    expect(say({ violin: [1, 1, 1, 1], bass: [1, 1, 1, 1] })).toBe('Nobody has to wait for anyone.')
    expect(say({ violin: [1, 1, 1, 1], bass: [20, 1, 30, 40] })).toBe('Everyone waits for the bass in measures 1, 3 and 4.')
    expect(say({ violin: [1, 20, 1, 1], bass: [20, 1, 30, 1] })).toBe(
      'Everyone waits for the bass in measures 1 and 3, and for the violin in measure 2.',
    )
    expect(say({ violin: [1, 20, 1, 1], bass: [20, 1, 30, 1] }, 1)).toBe('Everyone waits for the bass in measures 1 and 3.')
  })
})
