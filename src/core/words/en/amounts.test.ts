import { describe, expect, it } from 'vitest'
import { WEIGHTS } from '../../fingering/weights'
import { sayEven, sayEvenThan, sayPrice, sayWork } from './amounts'

describe('prices in words', () => {
  it('are crossings where they are small, shifts where they are larger, and more than that where something is new', () => {
    expect([0, 1, 2, -1, -3].map(sayPrice)).toEqual([
      'about as easy',
      'costs one more crossing',
      'costs about two more crossings',
      'saves a crossing',
      'saves about three crossings',
    ])
    expect([WEIGHTS.fourthFinger, -5].map(sayPrice)).toEqual(['a little harder', 'a little easier'])
    expect([WEIGHTS.shift, 2 * WEIGHTS.shift, -WEIGHTS.shift].map(sayPrice)).toEqual([
      'about one shift more',
      'about two shifts more',
      'about one shift less',
    ])
    expect([WEIGHTS.openNotLearned, -WEIGHTS.notLearned].map(sayPrice)).toEqual(['much harder', 'much easier'])
  })

  it('never get milder as the price rises', () => {
    const rank = (said: string): number =>
      ['about as easy', 'crossing', 'a little', 'shift', 'much'].findIndex((w) => said.includes(w)) * 100 +
      Number(/\b(\d+)\b/.exec(said)?.[1] ?? 0)
    for (let price = 0; price < 60; price++) expect(rank(sayPrice(price + 1))).toBeGreaterThanOrEqual(rank(sayPrice(price)) - 99)
  })
})

describe('work and evenness in words', () => {
  it('is as hard as now within a tenth', () => {
    expect(
      [
        [100, 100],
        [100, 109],
        [100, 120],
        [100, 200],
        [100, 80],
        [100, 20],
        [0, 0],
      ].map(([now, then]) => sayWork(now, then)),
    ).toEqual([
      'about as hard as now',
      'about as hard as now',
      'a little harder',
      'much harder',
      'a little easier',
      'much easier',
      'about as hard as now',
    ])
  })

  it('is even from nine tenths on', () => {
    expect([1, 0.9, 0.8, 0.65, 0.4].map(sayEven)).toEqual(['very even', 'very even', 'fairly even', 'a bit uneven', 'uneven'])
    expect([sayEvenThan(0.8, 0.82), sayEvenThan(0.8, 0.9), sayEvenThan(0.8, 0.6)]).toEqual(['as even as now', 'more even', 'less even'])
  })
})
