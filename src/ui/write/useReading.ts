'use client'

import { useEffect, useState } from 'react'
import type { Piece } from '@/core/piece/piece'
import type { Reading } from '@/formats/reading'

/** How long typing must pause before the text is read, in milliseconds. */
const PAUSE = 150

/** What the text says, and the last piece that could be read: it stays in view while a bar is half typed. */
export type Read = { readonly reading: Reading | null; readonly piece: Piece | null }

/** Reads the text a moment after the last key and tells `onRead`. The reader is loaded when it is first needed. */
export function useReading(text: string, onRead: (text: string, readable: boolean) => void): Read {
  const [read, setRead] = useState<Read>({ reading: null, piece: null })
  useEffect(() => {
    let stale = false
    const timer = setTimeout(() => {
      void import('@/formats/abc/read').then(({ readAbc }) => {
        if (stale) return
        const reading = readAbc(text)
        setRead((last) => ({ reading, piece: reading.ok ? reading.piece : last.piece }))
        onRead(text, reading.ok)
      })
    }, PAUSE)
    return () => {
      stale = true
      clearTimeout(timer)
    }
  }, [text, onRead])
  return read
}
