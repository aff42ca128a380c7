'use client'

import { TEMPO_BOUNDS } from '@/core/plan/settled'
import { NumberField } from './NumberField'

/** The tempo that is recorded with a tap: the planned one until another is typed. `says`: of what. */
export function TempoReached({ tempo, set, says }: { tempo: number; set: (tempo: number) => void; says: string }) {
  return (
    <label className="flex items-center gap-1 text-fine whitespace-nowrap">
      at ♩ =
      <NumberField
        label={`Tempo reached: ${says}`}
        value={tempo}
        min={TEMPO_BOUNDS.slowest}
        max={TEMPO_BOUNDS.fastest}
        set={set}
        width="w-16"
      />
    </label>
  )
}
