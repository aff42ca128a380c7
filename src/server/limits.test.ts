import { beforeEach, describe, expect, it, vi } from 'vitest'
import { deviceOf, linkFrom, newDevice, signedIn, tooMany, waitAfter, type Trier } from './limits'

const good = () => Promise.resolve(true)
const bad = () => Promise.resolve(false)
const at = (address: string, device: string | null = null): Trier => ({ address, device })

describe('links that lead nowhere', () => {
  it('are answered thirty times from an address; a good link always is', async () => {
    expect(await linkFrom('10.1.1.1', good)).toBe(true)
    for (let n = 0; n < 30; n++) expect(await linkFrom('10.1.1.1', bad)).toBe(false)
    expect(await linkFrom('10.1.1.1', bad)).toBeNull()
    expect(await linkFrom('10.1.1.1', good)).toBe(true)
    expect(await linkFrom('10.1.1.2', bad)).toBe(false)
  })
})

describe('tries at the passphrase', () => {
  beforeEach(() => void delete (globalThis as { evenSeatTries?: unknown }).evenSeatTries)

  it('are free five times from an address, then cost a wait that doubles', async () => {
    for (let n = 1; n <= 5; n++) expect(await tooMany(at('10.2.0.1')), `try ${n}`).toBeNull()
    expect(await tooMany(at('10.2.0.1'))).toBe(30)
    // Another address is not made to wait.
    expect(await tooMany(at('10.2.0.2'))).toBeNull()
    const bound = { free: 5, first: 30, longest: 900, memory: 1 }
    expect([4, 5, 6, 7, 10, 60].map((n) => waitAfter(n, bound))).toEqual([0, 30, 60, 120, 900, 900])
  })
  it('count where they fail only: fifty good ones lock nobody out', async () => {
    for (let n = 0; n < 60; n++) {
      expect(await tooMany(at('10.2.0.3')), `sign-in ${n}`).toBeNull()
      await signedIn(at('10.2.0.3'))
    }
    expect(await tooMany(at('10.2.0.4'))).toBeNull()
  })
  it('are bounded for the account from everywhere, and a browser that is known waits for nobody else', async () => {
    const known = at('10.3.0.1', 'the teacher’s')
    for (let n = 0; n < 50; n++) expect(await tooMany(at(`10.3.1.${n}`))).toBeNull()
    expect(await tooMany(at('10.3.2.1'))).toBe(60)
    // Also behind the address of a pupil who has used up every try.
    expect(await tooMany(known)).toBeNull()
    await signedIn(known)
    for (let n = 0; n < 10; n++) expect(await tooMany(known)).toBeNull()
    expect(await tooMany(known)).toBe(15)
  })
  it('begin anew with a right one, after the wait is over', async () => {
    vi.useFakeTimers()
    try {
      for (let n = 0; n < 5; n++) await tooMany(at('10.4.0.1'))
      expect(await tooMany(at('10.4.0.1'))).not.toBeNull()
      vi.advanceTimersByTime(31_000)
      expect(await tooMany(at('10.4.0.1'))).toBeNull()
      await signedIn(at('10.4.0.1'))
      for (let n = 0; n < 5; n++) expect(await tooMany(at('10.4.0.1'))).toBeNull()
    } finally {
      vi.useRealTimers()
    }
  })
})

describe('a browser that is known', () => {
  it('shows what it was given; what is made up, or of another passphrase, is nobody’s', () => {
    const cookie = newDevice('hash')
    expect(deviceOf(cookie, 'hash')).toBe(cookie.split('.')[0])
    expect(deviceOf(cookie, 'another hash')).toBeNull()
    expect(deviceOf(`${cookie.split('.')[0]}.made-up`, 'hash')).toBeNull()
    expect(deviceOf(`other.${cookie.split('.')[1]}`, 'hash')).toBeNull()
    expect(deviceOf('', 'hash')).toBeNull()
  })
})
