'use client'

import { useCallback, useSyncExternalStore } from 'react'

const nothing = () => () => undefined

/** A text kept in this browser until it has found its place on the shelf: closing the window loses nothing. */
export function useDraft(key: string): { draft: string | null | undefined; keep: (text: string) => void; drop: () => void } {
  // Undefined while the page comes from the server, which has no drafts.
  const draft = useSyncExternalStore(
    nothing,
    () => localStorage.getItem(key),
    () => undefined,
  )
  const keep = useCallback((text: string) => localStorage.setItem(key, text), [key])
  const drop = useCallback(() => localStorage.removeItem(key), [key])
  return { draft, keep, drop }
}
