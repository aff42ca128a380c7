'use client'

import { useCallback, useState } from 'react'
import * as z from 'zod/mini'

/** The boxes of a few weeks: older ones go. */
const MOST_TICKS = 600
const keptSchema = z.array(z.string().check(z.maxLength(500))).check(z.maxLength(MOST_TICKS))

function keptIn(name: string): readonly string[] {
  try {
    return keptSchema.parse(JSON.parse(localStorage.getItem(name) ?? '[]'))
  } catch {
    // Nothing was kept that can be read, or there is no browser here.
    return []
  }
}

/** What a student has ticked, kept in this browser and nowhere else; where it keeps nothing it holds for the page. */
export function useTicks(token: string): { has: (key: string) => boolean; toggle: (key: string) => void } {
  const name = `even-seat ticks ${token}`
  const [ticks, setTicks] = useState(() => keptIn(name))
  const toggle = useCallback(
    (key: string) =>
      setTicks((now) => {
        const next = (now.includes(key) ? now.filter((k) => k !== key) : [...now, key]).slice(-MOST_TICKS)
        try {
          localStorage.setItem(name, JSON.stringify(next))
        } catch {
          // It holds while the page is open.
        }
        return next
      }),
    [name],
  )
  return { has: (key) => ticks.includes(key), toggle }
}
