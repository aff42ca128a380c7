'use client'

import { useEffect } from 'react'
import type { z } from 'zod/mini'
import type { StoreApi } from 'zustand/vanilla'
import { keptSave } from '@/api/address'
import type { SaveReply } from '@/api/saved'
import { browserOutbox, hold, takeOver, windowName, type Outbox, type Unsent } from './outbox'

/** How the saving of a page stands. `newer`: another window has saved meanwhile; `gone`: what was to be saved is no more. */
export type SaveState = 'saved' | 'waiting' | 'saving' | 'failed' | 'newer' | 'gone'

/** What came of a save, for the store of the page. `problem`: why nothing was saved, in words. */
export type Marked = { readonly save: SaveState; readonly version?: number; readonly lifted?: number; readonly problem?: string }

/** A store that saves by itself: how it stands, and the version that its state was made on. */
type Saving = {
  readonly save: SaveState
  readonly problem: string
  readonly version: number
  marked(marked: Marked): void
}

/** How a state is saved; to be declared once, outside of components. */
export type SaveBy<S, T extends z.ZodMiniType = z.ZodMiniType> = {
  readonly url: (state: S) => string
  /** What is sent, beside the version that it was made on. */
  readonly body: (state: S) => Readonly<Record<string, unknown>>
  /** Whether it may be saved as it is. */
  readonly ready?: (state: S) => boolean
  /** What was sent, as it is found again at a later visit: its shape (fetched when there is something), and how the state takes it up, made on version `base`. */
  readonly kept: { readonly schema: () => Promise<T>; readonly adopt: (state: S, body: z.output<T>, base: number) => void }
}

/** How long a page waits for a next change before it saves, and after a failure until it tries again, in milliseconds. */
const WAIT = 500
const AGAIN = 4000
/** How often what an earlier visit left is asked for, and after how many milliseconds again. */
const TRIES = 8
const BETWEEN = 250
/**
 * How far the count of a window that is taken over goes on: what it tried again and again is not counted in what it kept, and a
 * save that comes with a count that the server has had is taken for one that came late. A window would have to try for four days.
 */
const TAKEN_OVER = 100_000
/** Browsers take no more than 64 KB from a page that is being left, in all. */
const LAST_WORDS = 60_000

/** What autosave needs of the world around it. */
type World = {
  readonly outbox: Outbox
  /** Rejects when there is no answer that can be understood. */
  readonly put: (url: string, body: string, keepalive: boolean) => Promise<SaveReply>
  readonly now: () => number
}

type Autosave = {
  /** Takes up what an earlier visit has left unsent. */
  recover(): Promise<void>
  /** The page is being left: says the last words, if there are any. */
  leave(): void
  /** Whether leaving now would lose something, or leave it where nobody looks: the browser should ask. */
  isUnsent(): boolean
  /** Forgets what is unsent: the other window's version is taken. */
  discard(): Promise<void>
  stop(): void
}

/**
 * Saves by itself: one save at a time, over the version it was made on. Until a change is acknowledged it is kept in the
 * browser, so that closing, crashing and being offline lose nothing: the next visit sends it again, under the name of the
 * window that made it and its count, by which the server knows what it has already.
 */
export function createAutosave<S extends Saving>(store: StoreApi<S>, by: SaveBy<S>, world: World): Autosave {
  let timer: ReturnType<typeof setTimeout> | undefined
  let busy = false
  let [name, seq] = [windowName(), 0]
  /** What is kept in the browser: the state that it was made of, or null; while it is being written, `writing`. */
  let keptOf: S | null = null
  let writing: Promise<void> | null = null
  let stopped = false
  let release: (() => void) | null = null
  void hold(name).then((r) => (stopped ? r?.() : (release = r)))

  const changed = (a: S, b: S): boolean => {
    const [x, y] = [by.body(a), by.body(b)]
    return Object.keys(x).some((k) => x[k] !== y[k])
  }
  const later = (wait = WAIT) => {
    clearTimeout(timer)
    timer = setTimeout(() => void send(), wait)
  }
  const isOpen = (s: S): boolean => s.save !== 'saved' && s.save !== 'gone'
  const unsent = (s: S): Unsent => ({ url: by.url(s), by: name, seq: ++seq, base: s.version, body: { ...by.body(s) }, at: world.now() })

  /** Keeps the newest state in the browser; one write at a time, the last always comes. */
  const keep = (): void => {
    if (writing) return
    writing = (async () => {
      for (let s = store.getState(); isOpen(s) && s !== keptOf && !(keptOf && !changed(s, keptOf)); s = store.getState())
        if (await world.outbox.put(unsent(s))) keptOf = s
        else break
      writing = null
    })()
  }
  const acknowledged = async (): Promise<void> => {
    await writing
    if (store.getState().save !== 'saved') return
    keptOf = null
    await world.outbox.drop({ url: by.url(store.getState()), by: name })
  }
  const isKept = (s: S): boolean => keptOf !== null && !changed(s, keptOf)

  const send = async (): Promise<void> => {
    const s = store.getState()
    if ((s.save !== 'waiting' && s.save !== 'failed') || by.ready?.(s) === false) return
    if (busy) return later()
    busy = true
    s.marked({ save: 'saving' })
    const body = JSON.stringify({ base: s.version, by: name, seq: ++seq, ...by.body(s) })
    try {
      const reply = await world.put(by.url(s), body, false)
      const more = changed(store.getState(), s)
      if (reply.ok) {
        s.marked({ save: more ? 'waiting' : 'saved', version: reply.version, lifted: reply.lifted })
        if (more) later()
        else await acknowledged()
      } else if (reply.reason === 'trouble') failed(s, reply.problem)
      // When nothing was written the version that stands is noted, so that the teacher can choose to save over it.
      else s.marked({ save: reply.reason, version: reply.version })
    } catch {
      failed(s, 'No answer from the server.')
    } finally {
      busy = false
    }
  }
  const failed = (s: S, problem: string): void => {
    s.marked({
      save: 'failed',
      problem: `${problem} ${isKept(store.getState()) ? 'We keep it in this browser and try' : 'We try'} again.`,
    })
    if (!stopped) later(AGAIN)
  }

  const unsubscribe = store.subscribe((s, before) => {
    if (s.save !== 'waiting' || (before.save !== 'newer' && !changed(s, before))) return
    keep()
    later()
  })

  /** Takes up what a closed window has left of this page; false while there is nothing, or its window is still open. */
  const takeUp = async (): Promise<boolean> => {
    const { what } = keptSave(by.url(store.getState()))
    const ours = (await world.outbox.all()).filter((u) => keptSave(u.url).what === what && u.by !== name)
    const schema = ours.length > 0 ? await by.kept.schema() : null
    const left = ours.flatMap((u) => {
      const body = schema?.safeParse(u.body)
      return body?.success ? [{ u, body: body.data }] : []
    })
    for (const { u, body } of left.sort((a, b) => b.u.at - a.u.at)) {
      const theirs = await takeOver(u)
      if (!theirs) continue
      // From here on this is that window: the server knows which of its saves it has.
      if (store.getState().save !== 'saved' || stopped) return (theirs(), true)
      release?.()
      ;[name, seq, release] = [u.by, u.seq + TAKEN_OVER, theirs]
      // Kept from now on as this page keeps it: the same piece may have been changed for another class.
      const url = by.url(store.getState())
      if (u.url !== url && (await world.outbox.put({ ...u, url }))) await world.outbox.drop(u)
      by.kept.adopt(store.getState(), body, u.base)
      return true
    }
    return left.length === 0
  }

  return {
    recover: async () => {
      // A page that is read anew may be here before its own last state has quite gone: it is asked for again.
      for (let tries = 0; tries < TRIES; tries++) {
        if (tries) await new Promise((resolve) => setTimeout(resolve, BETWEEN))
        if ((await takeUp()) || store.getState().save !== 'saved' || stopped) return
      }
    },
    leave: () => {
      const s = store.getState()
      if ((s.save !== 'waiting' && s.save !== 'failed' && s.save !== 'saving') || by.ready?.(s) === false) return
      const body = JSON.stringify({ base: s.version, by: name, seq: ++seq, ...by.body(s) })
      // What is longer is kept in the browser and sent at the next visit.
      if (new Blob([body]).size <= LAST_WORDS) void world.put(by.url(s), body, true).catch(() => undefined)
    },
    isUnsent: () => {
      const s = store.getState()
      if (!isOpen(s)) return false
      return s.save === 'failed' || s.save === 'newer' || !isKept(s)
    },
    discard: async () => {
      clearTimeout(timer)
      unsubscribe()
      await writing
      await world.outbox.drop({ url: by.url(store.getState()), by: name })
      keptOf = null
      store.getState().marked({ save: 'saved' })
    },
    stop: () => {
      stopped = true
      unsubscribe()
      clearTimeout(timer)
      void (async () => {
        // A save under way comes first; then what it did not have yet.
        while (busy) await new Promise((r) => setTimeout(r, 50))
        await send()
        await writing
        release?.()
      })()
    },
  }
}

/** What reads the answer to a save. */
const replies = () => import('@/api/saved')

/** Puts a body where it belongs. Rejects when there is no answer that can be understood. */
export async function putBody(url: string, body: string, keepalive: boolean): Promise<SaveReply> {
  const response = await fetch(url, { method: 'PUT', keepalive, headers: { 'content-type': 'application/json' }, body })
  const [{ saveReply }, reply] = await Promise.all([replies(), response.json() as Promise<unknown>])
  return saveReply.parse(reply)
}

const saving = new WeakMap<object, Autosave>()

/** Takes the other window's version: what is unsent here is forgotten, the page read anew. */
export async function takeTheirs(store: object): Promise<void> {
  await saving.get(store)?.discard()
  window.location.reload()
}

/** Saves a page's store by itself for as long as the page is open; what an earlier visit has left unsent is taken up first. */
export function useAutosave<S extends Saving>(store: StoreApi<S>, by: SaveBy<S>): void {
  useEffect(() => {
    const auto = createAutosave(store, by, { outbox: browserOutbox, put: putBody, now: () => Date.now() })
    saving.set(store, auto)
    // Fetched while the server answers, and not at the first save.
    void replies().catch(() => undefined)
    void auto.recover()
    const leave = () => auto.leave()
    const ask = (e: BeforeUnloadEvent) => {
      if (auto.isUnsent()) e.preventDefault()
    }
    window.addEventListener('pagehide', leave)
    window.addEventListener('beforeunload', ask)
    return () => {
      window.removeEventListener('pagehide', leave)
      window.removeEventListener('beforeunload', ask)
      auto.stop()
    }
  }, [store, by])
}
