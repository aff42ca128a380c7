'use client'

import { beatSign, quartersIn, type FeltBeat } from '@/core/piece/headline'
import { TEMPO_BOUNDS } from '@/core/plan/settled'
import { NumberField } from './NumberField'

/** The tempo that is recorded with a tap, in quarters a minute, typed in the beat: the planned one until another is typed. `says`: of what. */
export function TempoReached({ beat, tempo, set, says }: { beat: FeltBeat; tempo: number; set: (tempo: number) => void; says: string }) {
  const quarters = quartersIn(beat)
  return (
    <label className="flex items-center gap-1 text-fine whitespace-nowrap">
      at {beatSign(beat)} =
      <NumberField
        label={`Tempo reached: ${says}`}
        value={Math.round(tempo / quarters)}
        min={Math.ceil(TEMPO_BOUNDS.slowest / quarters)}
        max={Math.floor(TEMPO_BOUNDS.fastest / quarters)}
        set={(n) => set(Math.round(n * quarters))}
        width="w-16"
      />
    </label>
  )
}
