'use client'

import { useTheme } from 'next-themes'
import { useSyncExternalStore } from 'react'

type Theme = 'light' | 'dark'
const KEPT = 'even-seat wall theme'
const TOLD = 'even-seat wall theme changed'

const kept = (): Theme | null => {
  try {
    const found = localStorage.getItem(KEPT)
    return found === 'light' || found === 'dark' ? found : null
  } catch {
    return null
  }
}
const heed = (changed: () => void) => {
  window.addEventListener(TOLD, changed)
  window.addEventListener('storage', changed)
  return () => {
    window.removeEventListener(TOLD, changed)
    window.removeEventListener('storage', changed)
  }
}

/** Whether the wall is light or dark: its own choice, for a projector asks for another than a desk; until one is made, as the desk. */
export function useWallTheme(): { readonly theme: Theme; readonly turn: () => void } {
  const own = useSyncExternalStore(heed, kept, () => null)
  const { resolvedTheme } = useTheme()
  const theme: Theme = own ?? (resolvedTheme === 'dark' ? 'dark' : 'light')
  const turn = () => {
    try {
      localStorage.setItem(KEPT, theme === 'dark' ? 'light' : 'dark')
    } catch {
      // Where the browser keeps nothing the wall goes with the desk.
    }
    window.dispatchEvent(new Event(TOLD))
  }
  return { theme, turn }
}
