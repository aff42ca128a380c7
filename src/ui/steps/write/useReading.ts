'use client'

import { useEffect } from 'react'
import type { FileReading } from '@/formats/outcome'

/** How long typing must pause before the text is read, in milliseconds. */
const PAUSE = 150

/** Reads the text a moment after the last key and hands on what it says. The reader is loaded when it is first needed. */
export function useReading(text: string, read: (text: string, reading: FileReading) => void): void {
  useEffect(() => {
    let stale = false
    const timer = setTimeout(() => {
      void import('@/formats/abc/read').then(({ readAbc }) => {
        if (!stale) read(text, readAbc(text))
      })
    }, PAUSE)
    return () => {
      stale = true
      clearTimeout(timer)
    }
  }, [text, read])
}
