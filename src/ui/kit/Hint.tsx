'use client'

import * as Slot from '@radix-ui/react-slot'
import { Suspense, useEffect, useId, useRef, useState } from 'react'
import { later } from './Opens'

const bubble = later(() => import('./Bubble').then((m) => m.Bubble))

/** How long the pointer rests on a control before its hint is shown, and how long it may take from there to the hint, in milliseconds. */
const REST = 300
const GRACE = 120

/** A hint at a control that shows only an icon. The control keeps a name of its own. Escape puts the hint away. */
export function Hint({ text, children }: { text: string; children: React.ReactNode }) {
  const id = useId()
  const [at, setAt] = useState<HTMLElement | null>(null)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const soon = (to: HTMLElement | null, wait: number) => {
    clearTimeout(timer.current)
    timer.current = setTimeout(() => setAt(to), wait)
  }
  const now = (to: HTMLElement | null) => {
    clearTimeout(timer.current)
    setAt(to)
  }
  useEffect(() => () => clearTimeout(timer.current), [])
  useEffect(() => {
    if (!at) return
    const onKey = (e: KeyboardEvent) => e.key === 'Escape' && setAt(null)
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [at])
  return (
    <>
      <Slot.Root
        aria-describedby={at ? id : undefined}
        onPointerEnter={(e) => {
          if (e.pointerType === 'touch') return
          bubble.load()
          soon(e.currentTarget, REST)
        }}
        onPointerLeave={() => soon(null, GRACE)}
        onPointerDown={() => now(null)}
        onFocus={(e) => e.currentTarget.matches(':focus-visible') && now(e.currentTarget)}
        onBlur={() => now(null)}
      >
        {children}
      </Slot.Root>
      {at && (
        <Suspense>
          <bubble.Part id={id} at={at} text={text} onEnter={() => clearTimeout(timer.current)} onLeave={() => soon(null, GRACE)} />
        </Suspense>
      )}
    </>
  )
}
