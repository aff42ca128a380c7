import fc from 'fast-check'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import * as z from 'zod/mini'
import { createStore } from 'zustand/vanilla'
import type { SaveReply } from '@/api/saved'
import { createAutosave, type Marked, type SaveBy, type SaveState } from './autosave'
import type { Unsent } from './outbox'

/**
 * Saving by itself as a whole: windows of one browser, a network that loses, delays and repeats, and a server that keeps to the
 * rule of `savePiece`. Every change is a word of its own that is added to the text, so that what was lost is seen.
 */
type State = {
  words: readonly string[]
  save: SaveState
  problem: string
  version: number
  marked(m: Marked): void
  adopt(words: readonly string[], base: number): void
}
type Body = { readonly base: number; readonly by: string; readonly seq: number; readonly words: readonly string[] }
type Sent = { readonly body: Body; readonly window: Window; readonly resolve: (r: SaveReply) => void; readonly reject: (e: Error) => void }
type Window = {
  readonly store: ReturnType<typeof page>
  auto: ReturnType<typeof createAutosave> | null
  open: boolean
  locks: (() => void)[]
}

const page = (words: readonly string[], version: number) =>
  createStore<State>()((set) => ({
    words,
    save: 'saved',
    problem: '',
    version,
    marked: ({ save, version: v, problem = '' }) => set((s) => ({ save, problem, version: v ?? s.version })),
    adopt: (taken, base) => set({ words: taken, version: base, save: 'waiting' }),
  }))
const BY: SaveBy<State, z.ZodMiniObject<{ words: z.ZodMiniArray<z.ZodMiniString> }>> = {
  url: () => '/x',
  body: (s) => ({ words: s.words }),
  kept: { schema: async () => z.object({ words: z.array(z.string()) }), adopt: (s, { words }, base) => s.adopt(words, base) },
}

class House {
  readonly box = new Map<string, Unsent>()
  readonly windows: Window[] = []
  readonly network: Sent[] = []
  readonly held = new Set<string>()
  server = { words: [] as readonly string[], version: 1, by: '', seq: 0 }
  typed = 0
  /** What may still be asked for: all that was typed but what was nowhere else when its window broke down. */
  readonly owed = new Set<string>()
  acting: Window | null = null

  /** What stands for the browser's locks: a window that is gone holds none. */
  readonly locks = {
    request: (name: string, _: object, then: (lock: object | null) => Promise<void> | undefined) => {
      if (this.held.has(name)) return Promise.resolve(then(null))
      this.held.add(name)
      const free = () => this.held.delete(name)
      this.acting?.locks.push(free)
      return Promise.resolve(then({})).then(free)
    },
  }

  open(): Window {
    const window: Window = { store: page(this.server.words, this.server.version), auto: null, open: true, locks: [] }
    this.windows.push(window)
    this.acting = window
    const never = <T>() => new Promise<T>(() => undefined)
    window.auto = createAutosave(window.store, BY, {
      outbox: {
        put: async (u) => (window.open ? (this.box.set(`${u.url} ${u.by}`, structuredClone(u)), true) : never<boolean>()),
        drop: async (u) => (window.open ? void this.box.delete(`${u.url} ${u.by}`) : never<void>()),
        all: () => new Promise((r) => setTimeout(() => r([...this.box.values()]), 100)),
      },
      put: (_, body) =>
        window.open
          ? new Promise((resolve, reject) => this.network.push({ body: JSON.parse(body) as Body, window, resolve, reject }))
          : never<SaveReply>(),
      now: () => Date.now(),
    })
    return window
  }

  /** The rule of `savePiece`. */
  write({ base, by, seq, words }: Body): SaveReply {
    const { version } = this.server
    const same = by === this.server.by
    if (same && seq <= this.server.seq) return { ok: true, version }
    const newer = { ok: false, reason: 'newer', version } as const
    if (version !== base) {
      if (!same || base > version) return newer
      if (words.join() === this.server.words.join()) return { ok: true, version }
    }
    // Nothing that stands is overwritten by somebody who has not seen it.
    for (const w of this.server.words) expect(words, `over ${this.server.words.join(' ')}`).toContain(w)
    this.server = { words, version: version + 1, by, seq }
    return { ok: true, version: version + 1 }
  }

  close(window: Window, saysLastWords: boolean): void {
    if (saysLastWords) window.auto!.leave()
    window.open = false
    const safe = this.safe()
    for (const word of window.store.getState().words) if (!safe.has(word)) this.owed.delete(word)
    for (const free of window.locks) free()
  }

  /** What stands at the server or is kept in the browser. */
  safe(): ReadonlySet<string> {
    return new Set([...this.server.words, ...[...this.box.values()].flatMap((u) => u.body.words as string[])])
  }

  /** Every word that was typed stands somewhere: at the server, in the browser, or in a window that knows it is unsent. */
  look(): void {
    const safe = this.safe()
    const shown = this.windows.filter((w) => w.open).flatMap((w) => w.store.getState().words)
    for (const word of this.owed) expect([...safe, ...shown], 'what was typed').toContain(word)
    for (const w of this.windows.filter((x) => x.open)) {
      const { words, save } = w.store.getState()
      const lost = words.filter((x) => !safe.has(x))
      if (!w.auto!.isUnsent()) expect(lost, `not asked at leaving (${save})`).toEqual([])
      if (save === 'saved')
        expect(
          words.filter((x) => !this.server.words.includes(x)),
          'said to be saved',
        ).toEqual([])
    }
  }
}

type Deed =
  | { readonly do: 'type' | 'crash' | 'leave'; readonly window: number }
  | { readonly do: 'wait'; readonly ms: number }
  | { readonly do: 'answer' | 'answer lost' | 'not arrived' | 'trouble'; readonly which: number }
  /** A page is opened, and looked at for so long before the next thing happens. */
  | { readonly do: 'open'; readonly ms: number }
  /** So many tries in a row that do not arrive. */
  | { readonly do: 'try'; readonly times: number }

const deed: fc.Arbitrary<Deed> = fc.oneof(
  { weight: 5, arbitrary: fc.record({ do: fc.constantFrom('type' as const), window: fc.nat(2) }) },
  { weight: 5, arbitrary: fc.record({ do: fc.constant('wait' as const), ms: fc.constantFrom(1, 300, 600, 4100, 9000) }) },
  { weight: 4, arbitrary: fc.record({ do: fc.constant('answer' as const), which: fc.nat(3) }) },
  {
    weight: 3,
    arbitrary: fc.record({ do: fc.constantFrom('answer lost' as const, 'not arrived' as const, 'trouble' as const), which: fc.nat(3) }),
  },
  { weight: 2, arbitrary: fc.record({ do: fc.constantFrom('crash' as const, 'leave' as const), window: fc.nat(2) }) },
  { weight: 2, arbitrary: fc.record({ do: fc.constant('open' as const), ms: fc.constantFrom(0, 1, 200, 3000) }) },
  { weight: 1, arbitrary: fc.record({ do: fc.constant('try' as const), times: fc.integer({ min: 2, max: 12 }) }) },
)

/** Lets what is under way come as far as it can. */
const settle = (ms = 0): Promise<unknown> => vi.advanceTimersByTimeAsync(ms)

async function happens(house: House, d: Deed): Promise<void> {
  const open = house.windows.filter((w) => w.open)
  switch (d.do) {
    case 'type': {
      const window = open[d.window % Math.max(open.length, 1)]
      const word = `w${++house.typed}`
      if (!window) break
      house.owed.add(word)
      window.store.setState((s) => ({ words: [...s.words, word], save: s.save === 'newer' || s.save === 'gone' ? s.save : 'waiting' }))
      break
    }
    case 'wait':
      await settle(d.ms)
      break
    case 'try':
      for (let i = 0; i < d.times; i++) {
        for (const sent of house.network.splice(0)) if (sent.window.open) sent.reject(new Error('no network'))
        await settle(4100)
      }
      break
    case 'open': {
      if (open.length > 1) break
      const window = house.open()
      await settle()
      void window.auto!.recover()
      await settle(d.ms)
      break
    }
    case 'crash':
    case 'leave': {
      const window = open[d.window % Math.max(open.length, 1)]
      if (window) house.close(window, d.do === 'leave')
      break
    }
    case 'answer':
    case 'answer lost':
    case 'not arrived':
    case 'trouble': {
      const [sent] = house.network.splice(d.which % Math.max(house.network.length, 1), 1)
      if (!sent) break
      const reply: SaveReply | null =
        d.do === 'not arrived'
          ? null
          : d.do === 'trouble'
            ? { ok: false, reason: 'trouble', problem: 'The disk is full.' }
            : house.write(sent.body)
      if (!sent.window.open) break
      if (reply && d.do !== 'answer lost') sent.resolve(reply)
      else sent.reject(new Error('no answer'))
    }
  }
  await settle(1)
  house.look()
}

beforeEach(() => void vi.useFakeTimers())
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const trial = async (deeds: readonly Deed[]): Promise<House> => {
  const house = new House()
  vi.stubGlobal('navigator', { locks: house.locks })
  await happens(house, { do: 'open', ms: 3000 })
  for (const d of deeds) await happens(house, d)
  return house
}

test('whatever the network and the windows do, no word is lost, said to be saved where it is not, or written over unseen', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { maxLength: 40 }), async (deeds) => {
      await trial(deeds)
      vi.clearAllTimers()
    }),
    { numRuns: 1500 },
  )
})

test('when the network is well again, what one window after the other has left is at the server', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(
        deed.filter((d) => d.do !== 'open'),
        { maxLength: 40 },
      ),
      async (deeds) => {
        const house = new House()
        vi.stubGlobal('navigator', { locks: house.locks })
        await happens(house, { do: 'open', ms: 3000 })
        for (const d of deeds) {
          // A window that is closed is opened again: there is always one.
          if (!house.windows.some((w) => w.open)) await happens(house, { do: 'open', ms: 3000 })
          await happens(house, d)
        }
        for (let i = 0; i < 6; i++) {
          if (!house.windows.some((w) => w.open)) await happens(house, { do: 'open', ms: 3000 })
          await happens(house, { do: 'wait', ms: 9000 })
          while (house.network.length > 0) await happens(house, { do: 'answer', which: 0 })
        }
        expect([...house.server.words].sort()).toEqual([...new Set(Array.from({ length: house.typed }, (_, i) => `w${i + 1}`))].sort())
        vi.clearAllTimers()
      },
    ),
    { numRuns: 1000 },
  )
})

test('what is changed after a window that tried often was taken over is not taken for what came late', async () => {
  const tries = (n: number): Deed[] =>
    Array.from({ length: n }, () => [{ do: 'not arrived', which: 0 } as const, { do: 'wait', ms: 9000 } as const]).flat()
  const house = await trial([
    { do: 'type', window: 0 },
    { do: 'wait', ms: 600 },
    ...tries(10),
    // The network is well again: what the window says when it is closed arrives, and nobody hears the answer.
    { do: 'leave', window: 0 },
    { do: 'answer', which: 1 },
    { do: 'open', ms: 3000 },
    { do: 'type', window: 0 },
    ...Array.from({ length: 3 }, (): Deed[] => [
      { do: 'wait', ms: 9000 },
      { do: 'answer', which: 0 },
    ]).flat(),
  ])
  expect(house.server.words).toEqual(['w1', 'w2'])
})
