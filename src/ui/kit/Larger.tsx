'use client'

import { Minus, Plus } from 'lucide-react'
import { Button } from './Button'

/** Smaller and larger notes, step by step from 0 to `last`. */
export function Larger({
  at,
  last,
  set,
  smaller = 'Smaller notes',
  larger = 'Larger notes',
}: {
  at: number
  last: number
  set: (step: number) => void
  smaller?: string
  larger?: string
}) {
  return (
    <>
      <Button kind="quiet" className="tap" aria-label={smaller} disabled={at === 0} onClick={() => set(at - 1)}>
        <Minus size={18} aria-hidden />
      </Button>
      <Button kind="quiet" className="tap" aria-label={larger} disabled={at === last} onClick={() => set(at + 1)}>
        <Plus size={18} aria-hidden />
      </Button>
    </>
  )
}
