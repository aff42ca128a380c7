'use client'

import { useEffect } from 'react'
import type { WriteState, WriteStore } from './writeStore'

/**
 * Keeps the text in this browser while `worth` says so and brings it back when the page is opened again: closing the
 * window loses nothing. `worth` must be declared outside of components.
 */
export function useKeptText(store: WriteStore, key: string, worth: (s: WriteState) => boolean): void {
  useEffect(() => {
    const kept = localStorage.getItem(key)
    if (kept !== null) store.getState().typeText(kept)
    return store.subscribe((s, before) => {
      if (s.text === before.text && s.reading === before.reading) return
      if (worth(s)) localStorage.setItem(key, s.text)
      // A text that has not been read yet is neither good nor bad.
      else if (s.text === s.good) localStorage.removeItem(key)
    })
  }, [store, key, worth])
}
