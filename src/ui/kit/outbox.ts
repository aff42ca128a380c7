'use client'

import { del, entries, set } from 'idb-keyval'
import { outboxStore as store } from './unsent'
import type { Unsent } from './unsent.schema'

export type { Unsent } from './unsent.schema'

/** Where changes are kept in this browser until they are acknowledged. Nothing here ever rejects. */
export type Outbox = {
  /** Whether it is kept now. */
  put(unsent: Unsent): Promise<boolean>
  drop(unsent: Pick<Unsent, 'url' | 'by'>): Promise<void>
  all(): Promise<Unsent[]>
}

const keyOf = ({ url, by }: Pick<Unsent, 'url' | 'by'>): string => `${url} ${by}`

/** The outbox of this browser. */
export const browserOutbox: Outbox = {
  put: async (unsent) => {
    try {
      await set(keyOf(unsent), unsent, store())
      return true
    } catch {
      return false
    }
  },
  drop: async (unsent) => {
    await Promise.resolve()
      .then(() => del(keyOf(unsent), store()))
      .catch(() => undefined)
  },
  all: async () => {
    try {
      const [kept, { unsentSchema }] = await Promise.all([entries<string, unknown>(store()), import('./unsent.schema')])
      return kept.flatMap(([, value]) => {
        const parsed = unsentSchema.safeParse(value)
        return parsed.success ? [parsed.data] : []
      })
    } catch {
      return []
    }
  },
}

/** A name for a window, which nobody else has. Works without a secure context. */
export const windowName = (): string => [...crypto.getRandomValues(new Uint8Array(12))].map((b) => b.toString(16).padStart(2, '0')).join('')

const lockName = (by: string): string => `even-seat window ${by}`
/** Where windows cannot hold locks (plain http), one that has said nothing for so long is taken to be closed, in milliseconds. */
const SILENT = 10_000

/**
 * Says to other windows that this one is open, until the browser closes it or the answer is called. While `by` is taken by
 * another window the answer is null.
 */
export function hold(by: string): Promise<(() => void) | null> {
  const locks = navigator.locks as LockManager | undefined
  if (!locks) return Promise.resolve(() => undefined)
  return new Promise((resolve) => {
    void locks
      .request(lockName(by), { ifAvailable: true }, (lock) => (lock ? new Promise<void>((release) => resolve(release)) : resolve(null)))
      .catch(() => resolve(() => undefined))
  })
}

/** Takes over what a window has left unsent, if it is closed; null while it is open. */
export async function takeOver(unsent: Unsent): Promise<(() => void) | null> {
  if (!(navigator.locks as LockManager | undefined) && Date.now() - unsent.at < SILENT) return null
  return hold(unsent.by)
}
