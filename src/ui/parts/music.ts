import { signatureLetters, keyName, type Key } from '@/core/music/key'
import { letterName, type Pitch } from '@/core/music/pitch'
import { meterName, type Meter } from '@/core/music/time'

/** "G major · 4/4 · ♩ = 84". */
export const headline = (key: Key, meter: Meter, tempo?: number): string =>
  [keyName(key), meterName(meter), ...(tempo ? [`♩ = ${Math.round(tempo)}`] : [])].join(' · ')

/** "F♯ C♯", or "no sharps or flats". */
export const signature = (key: Key): string => signatureLetters(key).join(' ') || 'no sharps or flats'

/** "F♯4": letter, sign and octave in print. */
export const printedPitch = (p: Pitch): string => `${letterName(p)}${p.octave}`
