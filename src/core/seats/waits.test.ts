import { describe, expect, it } from 'vitest'
import { waitsIn } from './waits'

describe('whom the class waits for', () => {
  it('is nobody where all go along, or one plays alone', () => {
    expect(waitsIn({ violin: [4, 10], viola: [5, 9] })).toEqual([])
    expect(waitsIn({ bass: [40, 100] })).toEqual([])
    // Twice as much of very little is no wait.
    expect(waitsIn({ violin: [1], viola: [4] })).toEqual([])
    // Nor is a little more of very much.
    expect(waitsIn({ violin: [20], viola: [30] })).toEqual([])
  })
  it('is the seat with at least twice the load of the others, measure by measure, the longest wait first', () => {
    expect(
      waitsIn({
        violin: [2, 30, 5, 6],
        cello: [3, 10, 5, 6],
        bass: [20, 10, 5, 40],
      }),
    ).toEqual([
      { seat: 'bass', measures: [0, 3], excess: 17.5 + 34 },
      { seat: 'violin', measures: [1], excess: 20 },
    ])
  })
})
