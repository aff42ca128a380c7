'use client'

import { useEffect, useRef, useState } from 'react'
import { shelfReply, type Card, type ShelfReply } from '@/api/protocol'

/** How long a search waits for the next letter, in milliseconds. */
const WAIT = 150

async function fetched(q: string, from: number, signal: AbortSignal): Promise<ShelfReply> {
  const response = await fetch(`/api/shelf?${new URLSearchParams({ q, from: `${from}` }).toString()}`, { signal })
  return shelfReply.parse(await response.json())
}

/**
 * The shelf part by part: the first comes with the page, more and what matches a search from the server. When the page is
 * made anew (a piece was added, taken off, opened), the search is asked again.
 */
export function useShelf(first: ShelfReply) {
  const [query, setQuery] = useState('')
  const [later, setLater] = useState<{ of: ShelfReply; query: string; part: ShelfReply } | null>(null)
  const [busy, setBusy] = useState(false)
  const asked = useRef<AbortController | null>(null)
  const known = later?.of === first && later.query === query ? later.part : null
  // While an answer to the last letter is on its way, what was there stays.
  const shown = known ?? (query === '' ? first : (later?.part ?? first))

  const ask = (from: number, before: readonly Card[]) => {
    asked.current?.abort()
    const control = new AbortController()
    asked.current = control
    setBusy(true)
    fetched(query, from, control.signal)
      .then((part) => setLater({ of: first, query, part: { ...part, cards: [...before, ...part.cards] } }))
      .catch(() => undefined)
      .finally(() => {
        if (asked.current === control) setBusy(false)
      })
  }
  const search = useRef(ask)
  useEffect(() => {
    search.current = ask
  })
  useEffect(() => {
    if (query === '') return
    const timer = setTimeout(() => search.current(0, []), WAIT)
    return () => clearTimeout(timer)
  }, [query, first])
  return { query, setQuery, ...shown, searching: query !== '' && known === null, busy, more: () => ask(shown.cards.length, shown.cards) }
}
