'use client'

import { useState } from 'react'
import { TEMPI } from '@/core/practice/settled'

/** The tempo that is recorded with a tap: the planned one until another is typed. `says`: of what. */
export function TempoReached({ tempo, set, says }: { tempo: number; set: (tempo: number) => void; says: string }) {
  const [text, setText] = useState(`${tempo}`)
  return (
    <label className="flex items-center gap-1 text-fine whitespace-nowrap">
      at ♩ =
      <input
        type="number"
        inputMode="numeric"
        min={TEMPI.slowest}
        max={TEMPI.fastest}
        aria-label={`Tempo reached: ${says}`}
        value={text}
        onChange={(e) => {
          setText(e.target.value)
          const typed = e.target.valueAsNumber
          if (Number.isInteger(typed) && typed >= TEMPI.slowest && typed <= TEMPI.fastest) set(typed)
        }}
        // What is no tempo is not recorded: the field says again what is.
        onBlur={() => setText(`${tempo}`)}
        className="tap w-16 rounded border border-rule bg-paper px-1.5 py-1 text-right tabular-nums"
      />
    </label>
  )
}
