'use client'

import { useState } from 'react'

type Props = {
  /** What it is called by a screen reader. */
  readonly label: string
  readonly value: number
  readonly min: number
  readonly max: number
  readonly set: (value: number) => void
  /** Width as a class. */
  readonly width?: string
}

/** A whole number within bounds: taken while it is typed, as soon as it is one; what is none is put back when the field is left. */
export function NumberField({ label, value, min, max, set, width = 'w-14' }: Props) {
  const [text, setText] = useState<string | null>(null)
  return (
    <input
      type="number"
      inputMode="numeric"
      min={min}
      max={max}
      aria-label={label}
      value={text ?? `${value}`}
      onChange={(e) => {
        setText(e.target.value)
        const typed = e.target.valueAsNumber
        if (Number.isInteger(typed) && typed >= min && typed <= max && typed !== value) set(typed)
      }}
      onBlur={() => setText(null)}
      className={`tap rounded border border-rule bg-paper px-1.5 py-1 text-right tabular-nums ${width}`}
    />
  )
}
