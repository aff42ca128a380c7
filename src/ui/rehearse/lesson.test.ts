import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { RunRow } from '@/core/plan/run'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { pieceFrom } from '@/core/testing/piece'
import { createDesk } from '@/ui/session/deskStore'
import { practiseOf } from '@/ui/session/practiser'
import type { SilentStep } from '@/core/drills/silent'
import type { TodayInfo } from '@/workers/protocol'
import { lessonOf, warmupRunOf } from './lesson'

const step = (id: string, seconds = 10, rest = 5): RunRow => ({ kind: 'step', id, words: `Do ${id}.`, seconds, rest })
function lesson(rows: readonly RunRow[]) {
  const plan = emptyPlan()
  const desk = createDesk({
    id: 'p',
    piece: pieceFrom('D4 E4 F#4 G4'),
    plan: { ...plan, run: { ...plan.run, rows: [...rows] } },
    klass: DEFAULT_CLASS,
    version: 1,
  })
  const l = lessonOf(desk)
  const put = (next: readonly RunRow[]) =>
    desk.getState().edit({ change: ({ plan: p }) => ({ plan: { ...p, run: { ...p.run, rows: [...next] } } }), said: 'rows' })
  const at = () => [l.getState().phase, l.getState().row]
  const wait = (seconds: number) => vi.advanceTimersByTime(seconds * 1000)
  return { l, desk, put, at, wait }
}

beforeEach(() => void vi.useFakeTimers())
afterEach(() => void vi.useRealTimers())

describe('a lesson that runs row by row', () => {
  it('does a step, rests, and goes on by itself to the end', () => {
    const { l, at, wait } = lesson([step('a'), step('b')])
    l.begin(0)
    expect(at()).toEqual(['step', 'a'])
    wait(10)
    expect(at()).toEqual(['rest', 'a'])
    wait(5)
    expect(at()).toEqual(['step', 'b'])
    wait(10)
    expect(at()).toEqual(['over', 'b'])
    expect(l.getState().done).toEqual(['a', 'b'])
  })
  it('a row that is taken out while it is done or rests skips none: the one that then stands there comes', () => {
    const { l, put, at, wait } = lesson([step('a'), step('b'), step('c')])
    l.begin(1)
    put([step('a'), step('c')])
    expect(at()).toEqual(['step', 'b'])
    wait(10)
    wait(5)
    expect(at()).toEqual(['step', 'c'])
    // The last taken out in its rest: the lesson is over, nothing begins again.
    put([step('a')])
    wait(10)
    expect(at()[0]).toBe('over')
  })
  it('taken out, the row before comes at “back”, and the one that stands there at “skip”', () => {
    const { l, put, at } = lesson([step('a'), step('b'), step('c')])
    l.begin(1)
    put([step('a'), step('c')])
    l.skip()
    expect(at()).toEqual(['step', 'c'])
    l.begin(0)
    l.skip()
    put([step('a')])
    l.back()
    expect(at()).toEqual(['step', 'a'])
    // From where the last one stood, one back is the one before it.
    put([step('a'), step('b'), step('c')])
    l.begin(2)
    put([step('a'), step('b')])
    l.back()
    expect(at()).toEqual(['step', 'b'])
  })
  it('by hand waits for the one key', () => {
    const { l, at, wait } = lesson([step('a'), step('b')])
    l.setByHand(true)
    l.begin(0)
    wait(600)
    expect(at()).toEqual(['step', 'a'])
    l.go()
    expect(at()).toEqual(['waiting', 'a'])
    l.go()
    expect(at()).toEqual(['step', 'b'])
  })
})

describe('a warm-up that is played by itself', () => {
  const silent = (id: string): SilentStep => ({ id, title: `Do ${id}`, words: '', minutes: 0.5, caution: null })
  const today = (...ids: string[]): TodayInfo => ({
    items: ids.map((id) => ({ id, minutes: 0.5, drill: null })),
    minutes: 1,
    said: '',
    gone: [],
  })
  it('goes through the items of today as they stand, and leaves the lesson of the desk alone', () => {
    const { l, desk, wait } = lesson([step('a')])
    const stock = { drills: [], first: [], steps: ['x', 'y', 'z'].map(silent) }
    practiseOf(desk).setState({ stock, today: today('x', 'y') })
    const run = warmupRunOf(desk)
    const words = () => run.rows().map((r) => (r.kind === 'step' ? [r.words, r.seconds] : r.kind))
    expect(words()).toEqual([
      ['Do x', 30],
      ['Do y', 30],
    ])
    // The same rows as long as today is the same.
    expect(run.rows()).toBe(run.rows())
    run.go()
    expect([run.getState().phase, run.getState().row]).toEqual(['step', 'r1'])
    wait(30)
    expect(run.getState().row).toBe('r2')
    practiseOf(desk).setState({ today: today('x', 'y', 'z') })
    wait(30)
    expect(run.getState().row).toBe('r3')
    wait(30)
    expect(run.getState().phase).toBe('over')
    expect(l.getState().phase).toBe('off')
    expect(warmupRunOf(desk)).toBe(run)
  })
})
