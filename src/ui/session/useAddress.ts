'use client'

import { usePathname } from 'next/navigation'
import { useEffect, useRef } from 'react'
import { queryOf } from './address'
import type { DeskStore } from './deskStore'

/** How long the address waits for the next key, in milliseconds. */
const WAITS = 150

/** A step that was gone to and has not said its place yet; kept with the entry of the history. */
const UNSAID = 'unsaid'
type Entry = { readonly [UNSAID]?: true } | null

/** Goes to another step of the desk in place: what is picked and what can be undone stays. */
export const stepInPlace = (href: string): void => window.history.pushState({ [UNSAID]: true }, '', href)

/** Keeps measure, seat, passage, tab and view in the address, so that Back, a reload and a link come to the same place. */
export function useAddress(store: DeskStore): void {
  const path = usePathname()
  /** It has been shown: an address that says nothing means the beginning only when one comes back to it. */
  const came = useRef(false)
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined
    let coming = 0
    const here = window.location.pathname
    const say = () => {
      // What is said now would be the place that is left; and of a step that is not drawn yet, which says its own.
      if (coming > 0 || window.location.pathname !== here) return
      const query = queryOf(store.getState())
      const { [UNSAID]: unsaid, ...state } = (window.history.state as Entry) ?? {}
      if (unsaid || query !== window.location.search) window.history.replaceState(state, '', `${window.location.pathname}${query}`)
    }
    /** What reads an address is fetched when there is one to read; who has picked something meanwhile stays there. */
    const come = async () => {
      const { search } = window.location
      const { moment, seat, passage } = store.getState()
      coming++
      // Without what reads it (no network) the desk stays at its beginning.
      const read = await import('./place').catch(() => null)
      coming--
      const now = store.getState()
      if (read && now.moment === moment && now.seat === seat && now.passage === passage) now.goTo(read.placeIn(search, now))
    }
    const soon = () => {
      clearTimeout(timer)
      timer = setTimeout(say, WAITS)
    }
    const stop = store.subscribe(soon)
    const back = () => void come()
    window.addEventListener('popstate', back)
    // A step that was gone to says the same place at once; one that was come back to brings its own. That it was is not asked
    // of popstate alone: the router, which hears it first where it was there first, has drawn the step by then.
    if ((window.history.state as Entry)?.[UNSAID]) say()
    else if (window.location.search || came.current) void come()
    came.current = true
    return () => {
      clearTimeout(timer)
      window.removeEventListener('popstate', back)
      stop()
    }
  }, [store, path])
}
