import { keyName, type Key } from '@/core/music/key'
import { letterName, type Pitch } from '@/core/music/pitch'
import { meterName, type Meter } from '@/core/music/time'

/** "G major · 4/4 · ♩ = 84". */
export const headline = (key: Key, meter: Meter, tempo?: number): string =>
  [keyName(key), meterName(meter), ...(tempo ? [`♩ = ${Math.round(tempo)}`] : [])].join(' · ')

/** "F♯4": letter, sign and octave in print. */
export const printedPitch = (p: Pitch): string => `${letterName(p)}${p.octave}`
