import { describe, expect, it } from 'vitest'
import { listed } from '@/ui/kit/keys'
import { DESK_KEYS } from '@/ui/session/keys'
import { STEP_KEYS } from './keys'
import { DESK_STEPS } from './list'

describe('keys of the steps', () => {
  it('each step has one of its own, which nothing else on the desk has', () => {
    const taken = DESK_KEYS.flatMap((row) => Object.keys(row.run))
    const keys = DESK_STEPS.map((s) => s.key)
    expect(new Set(keys).size).toBe(DESK_STEPS.length)
    for (const key of keys) expect(taken).not.toContain(key)
    const gone: string[] = []
    for (const [, run] of Object.entries(STEP_KEYS[0].run)) run({ toStep: (s) => gone.push(s.id) })
    expect(gone).toEqual(DESK_STEPS.map((s) => s.id))
    expect(listed(STEP_KEYS)).toEqual([['w r m v t y p', 'Write, read, fingering, balance, warm-up, rehearse, print & share']])
  })
})
