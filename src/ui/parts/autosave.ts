'use client'

import { useEffect } from 'react'
import type { StoreApi } from 'zustand/vanilla'
import { saveReply } from '../desk/protocol'

/** How the saving of a page stands. `newer`: another window has saved meanwhile; `gone`: what was to be saved is no more. */
export type SaveState = 'saved' | 'waiting' | 'saving' | 'failed' | 'newer' | 'gone'

/** A store that saves by itself: how it stands, and the version that its state was made on. */
export type Saving = {
  readonly save: SaveState
  readonly version: number
  marked(save: SaveState, version?: number, lifted?: number): void
}

/** How a state is saved; to be declared once, outside of components. */
export type SaveBy<S> = {
  readonly url: (state: S) => string
  /** What is sent, beside the version that it was made on. */
  readonly body: (state: S) => Readonly<Record<string, unknown>>
  /** Whether it may be saved as it is. */
  readonly ready?: (state: S) => boolean
}

/** How long a page waits for a next change before it saves, and after a failure until it tries again, in milliseconds. */
const WAIT = 500
const AGAIN = 4000

/** Saves by itself: one save at a time, over the version it was made on, and once more when the page is left. */
export function useAutosave<S extends Saving>(store: StoreApi<S>, by: SaveBy<S>): void {
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    let busy = false
    const later = (wait = WAIT) => {
      clearTimeout(timer)
      timer = setTimeout(() => void send(false), wait)
    }
    const changed = (a: S, b: S) => {
      const [x, y] = [by.body(a), by.body(b)]
      return Object.keys(x).some((k) => x[k] !== y[k])
    }
    const send = async (keepalive: boolean): Promise<void> => {
      const s = store.getState()
      if ((s.save !== 'waiting' && s.save !== 'failed') || by.ready?.(s) === false) return
      if (busy) return later()
      busy = true
      s.marked('saving')
      try {
        const response = await fetch(by.url(s), {
          method: 'PUT',
          keepalive,
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ base: s.version, ...by.body(s) }),
        })
        const reply = saveReply.parse(await response.json())
        const more = changed(store.getState(), s)
        // When nothing was written the version that stands is noted, so that the teacher can choose to save over it.
        s.marked(reply.ok ? (more ? 'waiting' : 'saved') : reply.reason, reply.version, reply.ok ? reply.lifted : undefined)
        if (reply.ok && more) later()
      } catch {
        s.marked('failed')
        later(AGAIN)
      } finally {
        busy = false
      }
    }
    const stop = store.subscribe((s, before) => {
      if (s.save === 'waiting' && (before.save === 'newer' || changed(s, before))) later()
    })
    const leave = () => void send(true)
    window.addEventListener('pagehide', leave)
    return () => {
      stop()
      clearTimeout(timer)
      window.removeEventListener('pagehide', leave)
      void send(true)
    }
  }, [store, by])
}
