'use client'

import { useEffect, useMemo, useRef, useState } from 'react'
import { classApi } from '@/api/address'
import type { Card, ShelfReply } from '@/api/shelf'

/** How long a search waits for the next letter, in milliseconds. */
const WAIT = 150

async function fetched(of: string, q: string, from: number, signal: AbortSignal): Promise<ShelfReply> {
  const response = await fetch(classApi(of, `/shelf?${new URLSearchParams({ q, from: `${from}` }).toString()}`), { signal })
  // What checks an answer is loaded when one comes: the first part of the shelf comes with the page.
  const { shelfReply } = await import('@/api/shelf')
  return shelfReply.parse(await response.json())
}

/** After how many milliseconds drawings that were not made yet are asked for, and how often. */
const DRAWN = 700
const ASKED = 40

/** The cards with the drawings that came later: each is shown as soon as it is made. */
function useDrawn(of: string, cards: readonly Card[]): readonly Card[] {
  const [came, setCame] = useState<Readonly<Record<string, Card['preview']>>>({})
  const shown = useMemo(
    () => cards.map((c) => (c.coming && c.id in came ? { ...c, preview: came[c.id], coming: false } : c)),
    [cards, came],
  )
  const wanted = shown
    .filter((c) => c.coming)
    .map((c) => c.id)
    .join(',')
  const asked = useRef(0)
  useEffect(() => {
    if (!wanted) return
    const control = new AbortController()
    const ask = async () => {
      asked.current++
      const url = classApi(of, `/shelf/drawings?${new URLSearchParams({ ids: wanted }).toString()}`)
      const { drawingsReply } = await import('@/api/shelf')
      const { drawings } = drawingsReply.parse(await (await fetch(url, { signal: control.signal })).json())
      if (Object.keys(drawings).length > 0) setCame((now) => ({ ...now, ...drawings }))
    }
    // Rarer and rarer: on a busy machine drawings come last.
    const again = () => {
      if (asked.current < ASKED)
        timer = setTimeout(
          () =>
            void ask()
              .catch(() => undefined)
              .then(again),
          DRAWN + 100 * asked.current,
        )
    }
    let timer: ReturnType<typeof setTimeout> | undefined
    again()
    return () => {
      clearTimeout(timer)
      control.abort()
    }
  }, [of, wanted])
  return shown
}

/**
 * The shelf part by part: the first comes with the page, more and what matches a search from the server. When the page is
 * made anew (a piece was added, taken off, opened), the search is asked again.
 */
export function useShelf(of: string, first: ShelfReply) {
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
    fetched(of, query, from, control.signal)
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
  const cards = useDrawn(of, shown.cards)
  return {
    query,
    setQuery,
    ...shown,
    cards,
    searching: query !== '' && known === null,
    busy,
    more: () => ask(shown.cards.length, shown.cards),
  }
}
