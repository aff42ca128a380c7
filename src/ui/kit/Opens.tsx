'use client'

import {
  cloneElement,
  lazy,
  Suspense,
  useState,
  type ButtonHTMLAttributes,
  type ComponentType,
  type KeyboardEvent,
  type LazyExoticComponent,
  type ReactElement,
  type ReactNode,
} from 'react'

type ButtonElement = ReactElement<ButtonHTMLAttributes<HTMLButtonElement>>

/** A component that is loaded when it is first drawn, or when `load` is called ahead of that. */
type Later<P> = { readonly Part: LazyExoticComponent<ComponentType<P>>; load(): void }

/** Keeps a component out of what a page loads first. */
export function later<P>(load: () => Promise<ComponentType<P>>): Later<P> {
  // A failed try ahead is nobody's trouble: drawing it tries again and tells.
  return { Part: lazy(() => load().then((c) => ({ default: c }))), load: () => void load().catch(() => {}) }
}

/**
 * A button whose menu or panel is loaded when somebody reaches for it: until it is pressed there is the button alone.
 * `opened` draws the same button with what it opens, open from the start.
 */
export function Opens({
  button,
  has,
  load,
  opened,
}: {
  button: ButtonElement
  has: 'menu' | 'dialog'
  load: () => void
  opened: (button: ButtonElement) => ReactNode
}) {
  const [wanted, setWanted] = useState(false)
  const open = () => setWanted(true)
  const alone = cloneElement(button, {
    'aria-haspopup': has,
    'aria-expanded': false,
    onClick: open,
    onPointerEnter: load,
    onFocus: load,
    onKeyDown: (e: KeyboardEvent) => {
      if (has !== 'menu' || e.key !== 'ArrowDown') return
      e.preventDefault()
      open()
    },
  })
  return wanted ? <Suspense fallback={alone}>{opened(button)}</Suspense> : alone
}
