import { existsSync, mkdtempSync, readdirSync, rmSync, utimesSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { beginErrand, errand, keptBackups, nextBackup, sideFile, sweep } from './errands'
import { TaskError } from './pool'

type Running = { say: (done: number, total: number, what: string) => void; end: (result: unknown) => void; fail: (e: unknown) => void }
const running: Running[] = []
vi.mock('./pool', async (original) => ({
  ...(await original<typeof import('./pool')>()),
  inOwnThread: (_: unknown, say: Running['say']) => new Promise((end, fail) => running.push({ say, end, fail })),
}))

const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-errands-'))
beforeAll(() => void vi.stubEnv('EVEN_SEAT_DATA', folder))
afterAll(() => {
  vi.unstubAllEnvs()
  rmSync(folder, { recursive: true, force: true })
})
beforeEach(() => {
  running.length = 0
  delete (globalThis as { evenSeatErrands?: unknown }).evenSeatErrands
})
afterEach(() => void vi.useRealTimers())

const backup = { kind: 'backup', to: 'x', now: 1 } as const
const look = { kind: 'look', file: 'x', staged: 'y' } as const
const settled = () => new Promise((r) => setTimeout(r))

describe('an errand', () => {
  it('is asked after while it is under way and in the end, and one of its kind goes at a time', async () => {
    const id = beginErrand(backup)!
    expect(errand(id)).toEqual({ state: 'running', done: 0, total: 1, what: '' })
    running[0].say(3, 9, 'pieces')
    expect(errand(id)).toEqual({ state: 'running', done: 3, total: 9, what: 'pieces' })
    expect(beginErrand(backup)).toBeNull()
    expect(beginErrand(look)).not.toBeNull()
    running[0].end({ pieces: 9 })
    await settled()
    expect(errand(id)).toEqual({ state: 'done', result: { pieces: 9 } })
    expect(beginErrand(backup)).not.toBeNull()
    expect(errand('another')).toBeNull()
  })
  it('says why nothing came of it where that can be said, and hides what cannot', async () => {
    const [a, b] = [beginErrand(backup)!, beginErrand(look)!]
    running[0].fail(new TaskError('The disk is full.'))
    running[1].fail(new Error('ENOENT /home/teacher/secret'))
    await settled()
    expect(errand(a)).toEqual({ state: 'failed', problem: 'The disk is full.' })
    expect(errand(b)).toEqual({ state: 'failed', problem: 'That didn’t work.' })
  })
  it('is kept for an hour after it ended, however long it took', async () => {
    vi.useFakeTimers()
    const id = beginErrand(backup)!
    await vi.advanceTimersByTimeAsync(7_200_000)
    running[0].end({})
    await vi.advanceTimersByTimeAsync(3_500_000)
    beginErrand(look)
    expect(errand(id)).toMatchObject({ state: 'done' })
    await vi.advanceTimersByTimeAsync(200_000)
    beginErrand({ ...backup })
    expect(errand(id)).toBeNull()
  })
})

describe('the folders beside the data file', () => {
  it('are swept of what is older than an hour, and of all at a start; what was saved stays', () => {
    const put = (side: 'outgoing' | 'incoming' | 'backups', name: string, ago: number) => {
      const file = sideFile(side, name)
      writeFileSync(file, 'x')
      const at = Date.now() / 1000 - ago
      utimesSync(file, at, at)
      return file
    }
    const [old, young, saved] = [
      put('outgoing', 'old', 4000),
      put('incoming', 'young', 60),
      put('backups', 'before-2026-03-02-101500.zip', 9000),
    ]
    sweep()
    expect([old, young, saved].map((f) => existsSync(f))).toEqual([false, true, true])
    sweep(true)
    expect([young, saved].map((f) => existsSync(f))).toEqual([false, true])
  })
  it('keep the five libraries that were saved last, and touch nothing else there', () => {
    for (const { name } of keptBackups()) rmSync(sideFile('backups', name))
    const at = (i: number) => new Date(Date.UTC(2026, 2, 2, 10, i))
    writeFileSync(sideFile('backups', 'my own.zip'), 'x')
    for (let i = 0; i < 8; i++) {
      const file = sideFile('backups', nextBackup(at(i)))
      writeFileSync(file, 'x')
      utimesSync(file, at(i), at(i))
    }
    expect(keptBackups().map((b) => b.name)).toEqual([7, 6, 5, 4, 3].map((i) => `before-2026-03-02-100${i}00.zip`))
    expect(readdirSync(path.join(folder, 'backups'))).toContain('my own.zip')
  })
})
