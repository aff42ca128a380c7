import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { LISTED, shipped } from './packages'

describe('what ships inside', () => {
  it('is listed under About as the lock file has it, each with its licence (npm run packages)', () => {
    expect(JSON.parse(readFileSync(LISTED, 'utf8'))).toEqual(shipped())
    for (const { name, version, licence } of shipped()) expect([name, version, licence].every(Boolean), name).toBe(true)
  })
})
