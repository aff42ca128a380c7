import { describe, expect, it, vi } from 'vitest'
import { once, onceIn } from './once'

describe('what is derived once', () => {
  it('is made at the first question and kept with the value', () => {
    const derive = vi.fn((of: { n: number }) => [of.n])
    const derived = once(derive)
    const [one, other] = [{ n: 1 }, { n: 1 }]
    expect(derived(one)).toBe(derived(one))
    expect(derived(other)).not.toBe(derived(one))
    expect(derive).toHaveBeenCalledTimes(2)
  })

  it('may be nothing, and is still not made twice', () => {
    const derive = vi.fn(() => undefined)
    const derived = once(derive)
    const of = {}
    derived(of)
    derived(of)
    expect(derive).toHaveBeenCalledTimes(1)
  })

  it('is kept apart for each question', () => {
    const [twice, half] = [once((of: { n: number }) => 2 * of.n), once((of: { n: number }) => of.n / 2)]
    const of = { n: 8 }
    expect([twice(of), half(of), twice(of), half(of)]).toEqual([16, 4, 16, 4])
  })

  it('is made anew for another owner, and only the last is kept', () => {
    const derive = vi.fn((by: { name: string }, of: { n: number }) => `${by.name}${of.n}`)
    const derived = onceIn(derive)
    const [a, b, of] = [{ name: 'a' }, { name: 'b' }, { n: 1 }]
    expect([derived(a, of), derived(a, of), derived(b, of), derived(a, of)]).toEqual(['a1', 'a1', 'b1', 'a1'])
    expect(derive).toHaveBeenCalledTimes(3)
  })

  it('is not seen by copies, comparisons, files and messages', () => {
    const of = { n: 1 }
    once(() => 'kept')(of)
    expect(Object.getOwnPropertySymbols({ ...of })).toEqual([])
    expect(JSON.stringify(of)).toBe('{"n":1}')
    expect(Object.getOwnPropertySymbols(structuredClone(of))).toEqual([])
    expect(of).toStrictEqual({ n: 1 })
  })

  it('works on a frozen value too, which keeps nothing', () => {
    const derive = vi.fn((of: { n: number }) => of.n)
    const derived = once(derive)
    const of = Object.freeze({ n: 3 })
    expect([derived(of), derived(of)]).toEqual([3, 3])
    expect(derive).toHaveBeenCalledTimes(2)
  })

  it('lets a failure be tried again', () => {
    let broken = true
    const derived = once((_: object) => {
      if (broken) throw new Error('not yet')
      return 'now'
    })
    const of = {}
    expect(() => derived(of)).toThrow('not yet')
    broken = false
    expect(derived(of)).toBe('now')
  })
})
