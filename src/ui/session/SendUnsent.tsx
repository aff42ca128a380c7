'use client'

import { usePathname } from 'next/navigation'
import { useEffect } from 'react'
import { hasUnsent } from '@/ui/kit/unsent'

/** Sends what earlier visits have left unsent, from whatever page is open. How that is done is loaded only where there is something. */
export function SendUnsent() {
  const path = usePathname()
  useEffect(() => {
    const send = async () => {
      if (await hasUnsent()) await (await import('./sendUnsent')).sendAllUnsent(path)
    }
    const now = () => void send().catch(() => undefined)
    const timer = setTimeout(now, 1000)
    window.addEventListener('online', now)
    return () => {
      clearTimeout(timer)
      window.removeEventListener('online', now)
    }
  }, [path])
  return null
}
