'use client'

import '@/core/jitless'
import { usePathname } from 'next/navigation'
import { useEffect } from 'react'
import { putBody } from '@/ui/kit/autosave'
import { browserOutbox, takeOver, type Unsent } from '@/ui/kit/outbox'

/** The page on which a change was made: there it is taken up by itself. */
const pageOf = (url: string): string => {
  const piece = /^\/api\/pieces\/([^/]+)(\/notes)?$/.exec(url)
  return piece ? `/pieces/${piece[1]}${piece[2] ? '/write' : ''}` : '/class'
}

/** Sends one change that a closed window has left; says whether it still waits for the teacher. */
async function sendUnsent(unsent: Unsent): Promise<'sent' | 'waits' | 'not now'> {
  const release = await takeOver(unsent)
  if (!release) return 'not now'
  try {
    const { url, by, seq, base, body } = unsent
    const reply = await putBody(url, JSON.stringify({ base, by, seq, ...body }), false)
    if (reply.ok) await browserOutbox.drop(unsent)
    return reply.ok ? 'sent' : reply.reason === 'trouble' ? 'not now' : 'waits'
  } catch {
    return 'not now'
  } finally {
    release()
  }
}

/** Sends what earlier visits have left unsent, from whatever page is open; what another window has overtaken is said. */
export function SendUnsent() {
  const path = usePathname()
  useEffect(() => {
    const send = async () => {
      for (const unsent of await browserOutbox.all()) {
        const page = pageOf(unsent.url)
        // The page of a piece, or of the class, takes up its own.
        if (path.startsWith(page.replace(/\/write$/, ''))) continue
        if ((await sendUnsent(unsent)) !== 'waits') continue
        const { toast } = await import('sonner')
        toast('A change from an earlier visit could not be saved: the same was changed elsewhere since. Open it to choose.', {
          id: unsent.url,
          duration: 20_000,
          action: { label: 'Open it', onClick: () => window.location.assign(page) },
        })
      }
    }
    const now = () => void send()
    const timer = setTimeout(now, 1000)
    window.addEventListener('online', now)
    return () => {
      clearTimeout(timer)
      window.removeEventListener('online', now)
    }
  }, [path])
  return null
}
