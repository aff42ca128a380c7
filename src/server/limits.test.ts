import { describe, expect, it } from 'vitest'
import { linkFrom } from './limits'

const good = () => Promise.resolve(true)
const bad = () => Promise.resolve(false)

describe('links that lead nowhere', () => {
  it('are answered thirty times from an address; then only what was used from there before', async () => {
    expect(await linkFrom('10.1.1.1', 'mine', good)).toBe(true)
    for (let n = 0; n < 30; n++) expect(await linkFrom('10.1.1.1', `guess ${n}`, bad)).toBe(false)
    expect(await linkFrom('10.1.1.1', 'guess 31', bad)).toBeNull()
    // A guess that would have been right says nothing either.
    expect(await linkFrom('10.1.1.1', 'another', good)).toBeNull()
    expect(await linkFrom('10.1.1.1', 'mine', good)).toBe(true)
    expect(await linkFrom('10.1.1.2', 'another', good)).toBe(true)
    // Once withdrawn it counts as a guess like any other.
    expect(await linkFrom('10.1.1.1', 'mine', bad)).toBe(false)
    expect(await linkFrom('10.1.1.1', 'mine', good)).toBeNull()
  })
})
