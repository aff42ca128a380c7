import { describe, expect, it } from 'vitest'
import { Kept } from './kept'

describe('what is kept of what was made', () => {
  it('is made once for the same, anew for another; what was not asked for the longest goes first', () => {
    const kept = new Kept<number>(2)
    let made = 0
    const of = (from: string) => kept.of(from, () => ++made)
    expect([of('a@1'), of('a@1'), of('a@2'), of('a@1'), of('a@3')]).toEqual([1, 1, 2, 1, 3])
    // Of the two that are left the first was asked for after the second.
    expect([of('a@1'), of('a@3'), of('a@2')]).toEqual([1, 3, 4])
  })
  it('keeps that nothing could be made too', () => {
    const kept = new Kept<number | null>(3)
    let tries = 0
    const none = () => (tries++, null)
    expect([kept.of('x', none), kept.of('x', none), tries]).toEqual([null, null, 1])
  })
})
