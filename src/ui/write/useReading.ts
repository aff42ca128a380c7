'use client'

import { useEffect, useState } from 'react'
import type { Reading } from '@/formats/reading'

/** How long typing must pause before the text is read, in milliseconds. */
const PAUSE = 150

/** What the text says, a moment after the last key. The reader is loaded when it is first needed. */
export function useReading(text: string): Reading | null {
  const [reading, setReading] = useState<Reading | null>(null)
  useEffect(() => {
    let stale = false
    const timer = setTimeout(() => {
      void import('@/formats/abc/read').then(({ readAbc }) => {
        if (!stale) setReading(readAbc(text))
      })
    }, PAUSE)
    return () => {
      stale = true
      clearTimeout(timer)
    }
  }, [text])
  return reading
}
