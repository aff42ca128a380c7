import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import * as z from 'zod/mini'
import { createStore } from 'zustand/vanilla'
import type { SaveReply } from '@/api/saved'
import { createAutosave, type Marked, type SaveBy, type SaveState } from './autosave'
import type { Outbox, Unsent } from './outbox'

type State = {
  text: string
  save: SaveState
  problem: string
  version: number
  marked(m: Marked): void
  adopt(text: string, base: number): void
}
const page = () =>
  createStore<State>()((set) => ({
    text: 'a',
    save: 'saved',
    problem: '',
    version: 1,
    marked: ({ save, version, problem = '' }) => set((s) => ({ save, problem, version: version ?? s.version })),
    adopt: (text, base) => set({ text, version: base, save: 'waiting' }),
  }))
const BY: SaveBy<State, z.ZodMiniObject<{ text: z.ZodMiniString }>> = {
  url: () => '/x',
  body: (s) => ({ text: s.text }),
  kept: { schema: async () => z.object({ text: z.string() }), adopt: (s, { text }, base) => s.adopt(text, base) },
}

/** A browser's outbox, and a server that answers when it is told to. */
function world() {
  const box = new Map<string, Unsent>()
  const outbox: Outbox = {
    put: async (u) => (box.set(`${u.url} ${u.by}`, structuredClone(u)), true),
    drop: async (u) => void box.delete(`${u.url} ${u.by}`),
    all: async () => [...box.values()],
  }
  const sent: {
    body: { base: number; by: string; seq: number; text: string }
    keepalive: boolean
    answer: (r: SaveReply | Error) => Promise<void>
  }[] = []
  const put = (_: string, body: string, keepalive: boolean) =>
    new Promise<SaveReply>((resolve, reject) =>
      sent.push({
        body: JSON.parse(body) as (typeof sent)[number]['body'],
        keepalive,
        answer: async (r) => {
          if (r instanceof Error) reject(r)
          else resolve(r)
          await vi.advanceTimersByTimeAsync(1)
        },
      }),
    )
  return { box, sent, world: { outbox, put, now: () => Date.now() } }
}
const type = (store: ReturnType<typeof page>, text: string) => store.setState({ text, save: 'waiting' })

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('navigator', {})
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('saving by itself', () => {
  it('keeps a change in the browser at once, sends it after a moment, and forgets it when it is acknowledged', async () => {
    const { box, sent, world: w } = world()
    const store = page()
    const auto = createAutosave(store, BY, w)
    type(store, 'b')
    expect(auto.isUnsent()).toBe(true)
    await vi.advanceTimersByTimeAsync(1)
    expect([...box.values()].map((u) => u.body)).toEqual([{ text: 'b' }])
    // Kept and about to be sent: leaving loses nothing, so nobody is asked.
    expect(auto.isUnsent()).toBe(false)
    await vi.advanceTimersByTimeAsync(600)
    expect(sent.map((s) => s.body.text)).toEqual(['b'])
    await sent[0].answer({ ok: true, version: 2 })
    expect([store.getState().save, store.getState().version, box.size]).toEqual(['saved', 2, 0])
  })
  it('what is changed while a save is under way is kept, and sent on the version that it brings', async () => {
    const { box, sent, world: w } = world()
    const store = page()
    createAutosave(store, BY, w)
    type(store, 'b')
    await vi.advanceTimersByTimeAsync(600)
    type(store, 'c')
    await vi.advanceTimersByTimeAsync(1)
    expect([...box.values()][0].body).toEqual({ text: 'c' })
    await sent[0].answer({ ok: true, version: 2 })
    await vi.advanceTimersByTimeAsync(600)
    expect(sent.map((s) => [s.body.base, s.body.text])).toEqual([
      [1, 'b'],
      [2, 'c'],
    ])
    expect(sent[1].body.seq).toBeGreaterThan(sent[0].body.seq)
  })
  it('a save that fails is counted on when it is tried again', async () => {
    const { sent, world: w } = world()
    const store = page()
    createAutosave(store, BY, w)
    type(store, 'b')
    await vi.advanceTimersByTimeAsync(600)
    await sent[0].answer({ ok: false, reason: 'trouble', problem: 'the disk is full' })
    expect(store.getState().save).toBe('failed')
    await vi.advanceTimersByTimeAsync(5000)
    expect(sent.map((s) => s.body.text)).toEqual(['b', 'b'])
    expect(sent[1].body.seq).toBeGreaterThan(sent[0].body.seq)
  })
  it('a page that is left while a save is under way says its last words under the same name, counted on', async () => {
    const { sent, world: w } = world()
    const store = page()
    const auto = createAutosave(store, BY, w)
    type(store, 'b')
    await vi.advanceTimersByTimeAsync(600)
    type(store, 'c')
    auto.leave()
    expect(sent.map((s) => [s.body.text, s.keepalive])).toEqual([
      ['b', false],
      ['c', true],
    ])
    expect([sent[1].body.by, sent[1].body.base]).toEqual([sent[0].body.by, 1])
    expect(sent[1].body.seq).toBeGreaterThan(sent[0].body.seq)
  })
  it('more than a page may say when it is left stays in the browser', async () => {
    const { box, sent, world: w } = world()
    const store = page()
    const auto = createAutosave(store, BY, w)
    type(store, 'x'.repeat(70_000))
    await vi.advanceTimersByTimeAsync(1)
    auto.leave()
    expect(sent).toEqual([])
    expect(box.size).toBe(1)
  })
  it('what an earlier visit has left is taken up and sent under its name, with its count', async () => {
    const { box, sent, world: w } = world()
    box.set('/x old-window', { url: '/x', by: 'old-window', seq: 7, base: 3, body: { text: 'left' }, at: Date.now() - 60_000 })
    const store = page()
    await createAutosave(store, BY, w).recover()
    expect([store.getState().text, store.getState().version]).toEqual(['left', 3])
    await vi.advanceTimersByTimeAsync(600)
    expect(sent[0].body).toMatchObject({ by: 'old-window', base: 3, text: 'left' })
    expect(sent[0].body.seq).toBeGreaterThan(7)
    await sent[0].answer({ ok: true, version: 4 })
    expect(box.size).toBe(0)
  })
  it('nothing is taken up over what was typed already, nor what cannot be read', async () => {
    const { box, world: w } = world()
    box.set('/x odd', { url: '/x', by: 'odd', seq: 1, base: 1, body: { text: 7 }, at: 0 })
    box.set('/y other', { url: '/y', by: 'other', seq: 1, base: 1, body: { text: 'of another page' }, at: 0 })
    const store = page()
    const auto = createAutosave(store, BY, w)
    await auto.recover()
    expect(store.getState().text).toBe('a')
    box.set('/x old', { url: '/x', by: 'old', seq: 1, base: 1, body: { text: 'left' }, at: 0 })
    type(store, 'typed')
    await auto.recover()
    expect(store.getState().text).toBe('typed')
  })
  it('trouble is said in its own words and tried again; a conflict waits for the teacher', async () => {
    const { sent, world: w } = world()
    const store = page()
    const auto = createAutosave(store, BY, w)
    type(store, 'b')
    await vi.advanceTimersByTimeAsync(600)
    await sent[0].answer({ ok: false, reason: 'trouble', problem: 'The disk is full.' })
    expect(store.getState()).toMatchObject({ save: 'failed', problem: 'The disk is full. We keep it in this browser and try again.' })
    expect(auto.isUnsent()).toBe(true)
    await vi.advanceTimersByTimeAsync(4100)
    await sent[1].answer({ ok: false, reason: 'newer', version: 9 })
    expect(store.getState()).toMatchObject({ save: 'newer', version: 9 })
    await vi.advanceTimersByTimeAsync(20_000)
    expect(sent).toHaveLength(2)
  })
  it('asks before the page is left while another window’s version stands, kept or not', async () => {
    const { sent, world: w } = world()
    const store = page()
    const auto = createAutosave(store, BY, w)
    type(store, 'b')
    await vi.advanceTimersByTimeAsync(600)
    await sent[0].answer({ ok: false, reason: 'newer', version: 9 })
    expect(auto.isUnsent()).toBe(true)
    // What stands elsewhere is not overwritten by leaving.
    auto.leave()
    expect(sent).toHaveLength(1)
  })
  it('says its last words after a save that failed, too', async () => {
    const { sent, world: w } = world()
    const store = page()
    const auto = createAutosave(store, BY, w)
    type(store, 'b')
    await vi.advanceTimersByTimeAsync(600)
    await sent[0].answer(new Error('no network'))
    expect(store.getState().save).toBe('failed')
    auto.leave()
    expect(sent.map((s) => [s.body.text, s.keepalive])).toEqual([
      ['b', false],
      ['b', true],
    ])
  })
  it('of two visits that left something the newer is taken up, and the older waits', async () => {
    const { box, world: w } = world()
    const left = (by: string, text: string, ago: number) =>
      box.set(`/x ${by}`, { url: '/x', by, seq: 1, base: 3, body: { text }, at: Date.now() - ago })
    left('older', 'older text', 90_000)
    left('newer', 'newer text', 60_000)
    left('oldest', 'oldest text', 120_000)
    const store = page()
    await createAutosave(store, BY, w).recover()
    expect(store.getState().text).toBe('newer text')
    expect([...box.values()].map((u) => u.by).sort()).toEqual(['newer', 'older', 'oldest'])
  })
  it('takes up what the same piece was left with for another class, or by an earlier Even Seat, and keeps it under its own address', async () => {
    for (const url of ['/api/class/tuesday/piece/p1', '/api/pieces/p1']) {
      const { box, sent, world: w } = world()
      box.set(`${url} old-window`, { url, by: 'old-window', seq: 7, base: 3, body: { text: 'left' }, at: Date.now() - 60_000 })
      box.set('/api/class/tuesday/piece/p1/notes n', {
        url: '/api/class/tuesday/piece/p1/notes',
        by: 'n',
        seq: 1,
        base: 1,
        body: { text: 'notes' },
        at: 0,
      })
      const store = page()
      const here = '/api/class/friday/piece/p1'
      const by: typeof BY = { ...BY, url: () => here }
      await createAutosave(store, by, w).recover()
      expect(store.getState().text).toBe('left')
      await vi.advanceTimersByTimeAsync(600)
      await sent[0].answer({ ok: true, version: 4 })
      // Acknowledged, it is forgotten under both.
      expect([...box.values()].map((u) => u.by)).toEqual(['n'])
    }
  })
  it('taking the other version forgets what is unsent', async () => {
    const { box, world: w } = world()
    const store = page()
    const auto = createAutosave(store, BY, w)
    type(store, 'b')
    await vi.advanceTimersByTimeAsync(1)
    await auto.discard()
    expect([box.size, auto.isUnsent()]).toEqual([0, false])
  })
})
