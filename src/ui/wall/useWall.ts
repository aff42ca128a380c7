'use client'

import { useEffect, useState } from 'react'
import type { Piece } from '@/core/piece/piece'
import type { Plan } from '@/core/plan/plan'
import { wallChannel, wallWordSchema, type WallNow, type WallWord } from '@/ui/rehearse/wallLink'

/** How often a wall that is alone asks for the teacher's window. */
const ASKS = 2000

/** The music of a teacher's window; counted, since a bench is made anew for other music. */
export type WallMusic = { readonly piece: Piece; readonly plan: Plan; readonly drill: boolean; readonly number: number }

/** What the teacher's window says: its music, and what is heard; null where there is none. */
export function useWall(of: string, piece: string, first: { piece: Piece; plan: Plan }) {
  const [music, setMusic] = useState<WallMusic>({ ...first, drill: false, number: 0 })
  const [now, setNow] = useState<WallNow | null>(null)
  useEffect(() => {
    if (typeof BroadcastChannel === 'undefined') return
    const channel = new BroadcastChannel(wallChannel(of, piece))
    const hello = () => channel.postMessage({ kind: 'hello' } satisfies WallWord)
    let linked = false
    channel.onmessage = ({ data }: MessageEvent<unknown>) => {
      const read = wallWordSchema.safeParse(data)
      if (!read.success) return
      const word = read.data
      switch (word.kind) {
        case 'hello':
          return
        case 'music':
          linked = true
          return setMusic((m) =>
            JSON.stringify([m.piece, m.plan]) === JSON.stringify([word.piece, word.plan])
              ? m
              : { piece: word.piece, plan: word.plan, drill: word.drill, number: m.number + 1 },
          )
        case 'now':
          return setNow(word)
        case 'gone':
          linked = false
          return setNow(null)
      }
    }
    hello()
    const timer = setInterval(() => {
      if (!linked) hello()
    }, ASKS)
    return () => {
      clearInterval(timer)
      channel.close()
    }
  }, [of, piece])
  return { music, now }
}

/** Why a screen is not kept awake. */
const DARK = {
  plain: 'This screen may go dark. Browsers only keep it awake on this computer (localhost) or over https.',
  cannot: 'This screen may go dark. This browser can’t keep it awake.',
  refused: 'This screen may go dark. The browser won’t keep it awake.',
} as const

/** Keeps the screen awake while it is seen; says why it cannot. */
export function useAwake(): string | null {
  const [trouble, setTrouble] = useState<string | null>(null)
  useEffect(() => {
    let lock: WakeLockSentinel | null = null
    let over = false
    const ask = () => {
      if (document.visibilityState !== 'visible') return
      if (!window.isSecureContext) return setTrouble(DARK.plain)
      if (!('wakeLock' in navigator)) return setTrouble(DARK.cannot)
      navigator.wakeLock.request('screen').then(
        (found) => {
          setTrouble(null)
          if (over) void found.release()
          else lock = found
        },
        () => setTrouble(DARK.refused),
      )
    }
    ask()
    document.addEventListener('visibilitychange', ask)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', ask)
      void lock?.release()
    }
  }, [])
  return trouble
}
