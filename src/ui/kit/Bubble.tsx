'use client'

import { autoUpdate, flip, offset, shift, useFloating } from '@floating-ui/react-dom'
import { useState } from 'react'
import { createPortal } from 'react-dom'
import { landmark } from './landmark'

/** A few words beside a control, over everything else, within the window. */
export function Bubble(props: { id: string; at: HTMLElement; text: string; onEnter: () => void; onLeave: () => void }) {
  const { id, at, text, onEnter, onLeave } = props
  const [own, setOwn] = useState<HTMLElement | null>(null)
  const { floatingStyles } = useFloating({
    elements: { reference: at, floating: own },
    placement: 'top',
    strategy: 'fixed',
    middleware: [offset(6), flip(), shift({ padding: 4 })],
    whileElementsMounted: autoUpdate,
  })
  return createPortal(
    <div
      ref={setOwn}
      id={id}
      role="tooltip"
      style={floatingStyles}
      onPointerEnter={onEnter}
      onPointerLeave={onLeave}
      className="z-50 w-max max-w-80 rounded bg-ink px-2 py-1 text-sm text-paper"
    >
      {text}
    </div>,
    landmark(),
  )
}
