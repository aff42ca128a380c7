import { existsSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { GUARDS } from './guards'
import { MUTATIONS } from './mutations'

describe('the list of small edits', () => {
  it('finds each line that it changes, once, and the tests that are to go red', () => {
    const stale = [...GUARDS, ...MUTATIONS].filter(
      ({ file, from, tests }) => readFileSync(file, 'utf8').split(from).length !== 2 || !tests.every((t) => existsSync(t)),
    )
    expect(stale.map(({ file, from, tests }) => `${file}: ${from} (${tests.join(', ')})`)).toEqual([])
  })
})
