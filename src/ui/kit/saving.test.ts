import { describe, expect, it } from 'vitest'
import { back, forth, NO_HISTORY, withStep } from './history'
import { count } from '@/core/count'
import { freshSaving, marked, sayTold, stepped, turned, type Kept } from './saving'

describe('undo', () => {
  it('goes back and on again, step by step, each with its words', () => {
    const one = withStep<string>(NO_HISTORY, 'a', 'to b')
    const two = withStep(one, 'b', 'to c')
    const first = back(two, 'c')!
    expect([first.to, first.said]).toEqual(['b', 'to c'])
    const second = back(first.history, 'b')!
    expect([second.to, second.said]).toEqual(['a', 'to b'])
    expect(back(second.history, 'a')).toBeNull()
    const again = forth(second.history, 'a')!
    expect([again.to, again.said]).toEqual(['b', 'to b'])
    expect(forth(again.history, 'b')).toMatchObject({ to: 'c', said: 'to c' })
    expect(forth(two, 'c')).toBeNull()
  })
  it('a new step takes away what had been undone', () => {
    const undone = back(withStep<string>(NO_HISTORY, 'a', 'to b'), 'b')!.history
    expect(withStep(undone, 'a', 'to x').future).toEqual([])
  })
})

describe('what is saved', () => {
  const start: Kept<string> = freshSaving(3)
  const at = (k: Partial<Kept<string>>): Kept<string> => ({ ...start, ...k })

  it('a step waits to be saved, but not over what another window has saved', () => {
    expect(stepped(start, 'a', 'one').save).toBe('waiting')
    for (const save of ['newer', 'gone'] as const) {
      expect(stepped(at({ save }), 'a', 'one').save).toBe(save)
      expect(turned(at({ save, past: [{ state: 'a', said: 'one' }] }), 'b', 'undo')!.kept.save).toBe(save)
    }
  })
  it('what was sent has been told; what was done meanwhile is told next time', () => {
    let k = at({ ...stepped(start, 'a', 'one') })
    k = { ...k, ...marked(k, { save: 'saving' }) }
    k = { ...k, ...stepped(k, 'b', 'two') }
    expect(k.told).toEqual(['one', 'two'])
    k = { ...k, ...marked(k, { save: 'waiting', version: 4 }) }
    expect([k.told, k.version]).toEqual([['two'], 4])
    // A save that failed has told nothing.
    k = { ...k, ...marked(k, { save: 'saving' }) }
    k = { ...k, ...marked(k, { save: 'failed', problem: 'no answer' }) }
    expect([k.told, k.problem, k.version]).toEqual([['two'], 'no answer', 4])
    k = { ...k, ...marked(k, { save: 'saving' }) }
    k = { ...k, ...marked(k, { save: 'saved', version: 5 }) }
    expect([k.told, k.problem]).toEqual([[], ''])
    // Another window's version is noted, and nothing of this one is told by it.
    k = { ...k, ...stepped(k, 'c', 'three') }
    k = { ...k, ...marked(k, { save: 'saving' }) }
    expect(marked(k, { save: 'newer', version: 9 })).toMatchObject({ save: 'newer', version: 9 })
    expect({ ...k, ...marked(k, { save: 'newer', version: 9 }) }.told).toEqual(['three'])
  })
  it('says once what was done more than once, and never more than is kept', () => {
    expect(sayTold([])).toBe('')
    expect(sayTold(['Viola m6: 2 on A pinned', 'Bass: as written', 'Bass: as written'])).toBe('Viola m6: 2 on A pinned; Bass: as written')
    const many = Array.from({ length: 40 }, (_, i) => `Violin m${i}: 4 on D pinned`)
    expect(sayTold(many).length).toBeLessThanOrEqual(300)
    expect(sayTold(many)).toMatch(/^Violin m0: 4 on D pinned; .* and \d+ more$/)
    expect(sayTold(['x'.repeat(500)]).length).toBeLessThanOrEqual(300)
  })
  it('undo and redo say what they take back and do again', () => {
    const k = at({ ...stepped(start, 'a', 'one') })
    const undone = turned(k, 'b', 'undo')!
    expect([undone.to, undone.said]).toEqual(['a', 'Undone: one'])
    expect(turned({ ...k, ...undone.kept }, 'a', 'redo')).toMatchObject({ to: 'b', said: 'Done again: one' })
    expect(turned(start, 'a', 'undo')).toBeNull()
  })
})

it('counts as one says it', () => {
  expect([count(1, 'note'), count(0, 'note'), count(3, 'trouble is', 'troubles are')]).toEqual(['1 note', '0 notes', '3 troubles are'])
})
