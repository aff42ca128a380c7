'use client'

import { usePathname } from 'next/navigation'
import { useEffect } from 'react'
import { placeIn, queryOf } from './address'
import type { DeskStore } from './deskStore'

/** How long the address waits for the next key, in milliseconds. */
const WAITS = 150

/** Keeps measure, seat, passage, tab and view in the address, so that Back, a reload and a link come to the same place. */
export function useAddress(store: DeskStore): void {
  const path = usePathname()
  useEffect(() => {
    const come = () => store.getState().goTo(placeIn(window.location.search, store.getState()))
    if (window.location.search) come()
    window.addEventListener('popstate', come)
    return () => window.removeEventListener('popstate', come)
  }, [store])
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    const say = () => {
      const query = queryOf(store.getState())
      if (query !== window.location.search) window.history.replaceState(window.history.state, '', `${window.location.pathname}${query}`)
    }
    const soon = () => {
      clearTimeout(timer)
      timer = setTimeout(say, WAITS)
    }
    // A step that was gone to says the same place at once.
    say()
    const stop = store.subscribe(soon)
    return () => {
      clearTimeout(timer)
      stop()
    }
  }, [store, path])
}
