'use client'

import { useEffect, useRef, type KeyboardEvent } from 'react'

type Search = {
  readonly query: string
  readonly searching: boolean
  /** The ids of what is found and shown, best first, and how many are found. */
  readonly ids: readonly string[]
  readonly found: number
  clear(): void
  open(id: string): void
}

/** Enter in the search opens the only hit, of several it goes to the first; Escape shows all again. Enter may come before the answer. */
export function useSearchKeys(search: Search): (e: KeyboardEvent<HTMLInputElement>) => void {
  const waits = useRef<string | null>(null)
  const act = ({ found, ids, open }: Search) => {
    if (found === 1 && ids.length === 1) open(ids[0])
    else if (found > 1) document.querySelector<HTMLAnchorElement>('[data-pieces] a')?.focus()
  }
  useEffect(() => {
    if (waits.current === null || search.searching) return
    const same = waits.current === search.query
    waits.current = null
    if (same) act(search)
  }, [search])
  return (e) => {
    if (e.key === 'Escape' && search.query !== '') return search.clear()
    if (e.key !== 'Enter' || search.query === '') return
    if (search.searching) waits.current = search.query
    else act(search)
  }
}
