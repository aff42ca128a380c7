import { mkdtempSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { beginErrand, errand } from './errands'
import { BusyError, drain, Pool, TaskError } from './pool'
import type { Task } from './protocol'

/** A worker that does as it is told: the id of a task says what. */
const WORKER = `
import { threadId } from 'node:worker_threads'
let done = 0
export default async ({ task, port }) => {
  const [what, n] = String(task.id ?? task.to ?? task.piece).split(' ')
  if (what === 'sleep') await new Promise((r) => setTimeout(r, Number(n)))
  if (what === 'hang') Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0)
  if (what === 'crash') process.exit(1)
  if (what === 'fill') { const all = []; for (;;) all.push(new Array(1e6).fill(Math.random())) }
  if (what === 'fail') return { ok: false, problem: 'the disk is full', teacher: n === 'teacher' }
  if (what === 'tell') { port.postMessage({ done: 1, total: 2, what: 'pieces' }); await new Promise((r) => setTimeout(r, 30)) }
  return { ok: true, result: { thread: threadId, done: ++done, what } }
}
`
const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-pool-'))
const file = path.join(folder, 'worker.mjs')
writeFileSync(file, WORKER)

type Made = { thread: number; done: number; what: string }
const now = (id: string, of = 'tuesday'): Task => ({ kind: 'version', of, id, version: 1, measures: 1 })
const later = (id: string, of = 'tuesday'): Task => ({ kind: 'preview', of, id, measures: 1 })
let pool: Pool
const make = (more: ConstructorParameters<typeof Pool>[0] = {}) => (pool = new Pool({ file, threads: 2, ...more }))
const run = (task: Task, how?: { patience?: number }) => pool.run(task, how) as unknown as Promise<Made>
/** How long a task may hang here, in milliseconds: longer than a new thread takes to begin on a busy machine. */
const LONG = 2500
const wait = (ms: number) => new Promise((r) => setTimeout(r, ms))

beforeEach(() => void vi.spyOn(console, 'error').mockImplementation(() => undefined))
afterEach(async () => {
  await pool.drain(0)
  vi.restoreAllMocks()
})

describe('the threads', () => {
  it('do what is asked, and say in words why something could not be done', async () => {
    make()
    expect((await run(now('x'))).what).toBe('x')
    await expect(run(now('fail teacher'))).rejects.toThrow('the disk is full')
    await expect(run(now('fail'))).rejects.toThrow('The window where Even Seat was started says why')
  })
  it('are not held up by what can wait: its thread is another', async () => {
    make()
    await run(now('warm'))
    const slow = Promise.all(Array.from({ length: 4 }, () => run(later('sleep 400'))))
    const order: string[] = []
    void slow.then(() => order.push('later'))
    await run(now('x')).then(() => order.push('now'))
    await slow
    expect(order).toEqual(['now', 'later'])
  })
  it('are not ended for being slow: who waits is told to ask again, and the next finds the same warm thread', async () => {
    make()
    const { thread } = await run(now('x'))
    await expect(run(now('sleep 300'), { patience: 60 })).rejects.toThrow(BusyError)
    // What was slow goes on and ends.
    await vi.waitUntil(() => pool.load === 0, { timeout: 30_000 })
    expect(await run(now('x'))).toMatchObject({ thread, done: 3 })
  })
  it('are ended when they hang; what stood beside on the same thread is begun again, but nothing that writes is', async () => {
    make({ hung: LONG })
    const { thread } = await run(now('x'))
    const hung = run(now('hang')).catch((e: unknown) => e)
    const beside = run(now('y', 'friday')).catch((e: unknown) => e)
    expect(String(await hung)).toContain('This took too long, so we stopped. Try less at once.')
    expect(await beside).toMatchObject({ what: 'y' })
    const after = await run(now('z'))
    expect(after.thread).not.toBe(thread)
    const writes: Task = {
      kind: 'freeze',
      of: 'tuesday',
      id: 'hang',
      sheets: [],
      paper: 'a4',
      marks: [],
      p: null,
      now: 1,
      name: '',
      asked: '',
    }
    await expect(run(writes)).rejects.toThrow('This took too long, so we stopped. Try less at once.')
  })
  it('that end by themselves, or for want of memory, are said and replaced', async () => {
    make()
    await expect(run(now('crash'))).rejects.toBeInstanceOf(TaskError)
    expect((await run(now('x'))).what).toBe('x')
  })
  it('patience counts from the asking: who waits behind others is turned away unheard, with BusyError', async () => {
    make()
    const all = Promise.allSettled(Array.from({ length: 5 }, (_, i) => run(now('sleep 250', `class ${i}`))))
    await expect(run(now('x', 'late'), { patience: 50 })).rejects.toThrow('Too much is going on right now.')
    await all
  })
  it('drained they end what is under way and take no more', async () => {
    make()
    const under = run(now('sleep 150'))
    await wait(30)
    const over = pool.drain()
    await expect(run(now('x'))).rejects.toThrow(BusyError)
    expect(await under).toMatchObject({ what: 'sleep' })
    await over
    expect(pool.load).toBe(0)
  })
  it('an errand says how far it is, and one that is silent for too long is ended', async () => {
    make({ silent: LONG })
    const told: string[] = []
    const backup = (to: string): Task => ({ kind: 'backup', to, now: 1 })
    await pool.errand(backup('tell'), (done, total, what) => told.push(`${done}/${total} ${what}`))
    expect(told).toEqual(['1/2 pieces'])
    await expect(pool.errand(backup('hang'), () => undefined)).rejects.toThrow('This took too long, so we stopped. Try less at once.')
  })
})

describe('errands', () => {
  const held = globalThis as { evenSeatPool?: Pool; evenSeatErrands?: unknown }
  const backup = (to: string): Task => ({ kind: 'backup', to, now: 1 })
  const ended = (id: string) => vi.waitUntil(() => errand(id)?.state !== 'running', { timeout: 60_000 })
  beforeEach(() => {
    held.evenSeatPool = make({ silent: LONG })
    held.evenSeatErrands = undefined
  })
  afterEach(() => {
    held.evenSeatPool = undefined
    held.evenSeatErrands = undefined
  })

  it('are one of a kind at a time: a second backup is refused until the first has ended', async () => {
    const first = beginErrand(backup('sleep 200'))!
    expect(first).not.toBeNull()
    expect(beginErrand(backup('x'))).toBeNull()
    // Another kind is not held up.
    expect(beginErrand({ kind: 'look', file: 'x', staged: 'y' })).not.toBeNull()
    await ended(first)
    expect(errand(first)).toMatchObject({ state: 'done', result: { what: 'sleep' } })
    expect(beginErrand(backup('x'))).not.toBeNull()
  })
  it('say how far they are, what came of them, and why nothing did', async () => {
    const id = beginErrand(backup('tell'))!
    expect(errand(id)).toEqual({ state: 'running', done: 0, total: 1, what: '' })
    await vi.waitUntil(() => (errand(id) as { what?: string }).what === 'pieces' || errand(id)?.state === 'done', { timeout: 60_000 })
    await ended(id)
    const failed = beginErrand(backup('fail teacher'))!
    await ended(failed)
    expect(errand(failed)).toEqual({ state: 'failed', problem: 'the disk is full' })
    expect(errand('nobody')).toBeNull()
  })
  it('that hang end in words, and the next one can begin', async () => {
    const hung = beginErrand(backup('hang'))!
    await ended(hung)
    expect(errand(hung)).toEqual({ state: 'failed', problem: 'This took too long, so we stopped. Try less at once.' })
    const next = beginErrand(backup('x'))!
    await ended(next)
    expect(errand(next)?.state).toBe('done')
  })
  it('hold up a stop until they have ended', async () => {
    const id = beginErrand(backup('sleep 200'))!
    await drain(5000)
    await ended(id)
    expect(errand(id)?.state).toBe('done')
  })
})
