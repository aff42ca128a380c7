import { THUMB, type Instrument } from '../instruments/instrument'
import type { Stop } from './hold'

/** How a finger plays: as it lies, where the one below it usually stands, low or high, reached or stretched, touching, or not at all. */
export type Manner = 'open' | 'plain' | 'far' | 'low' | 'high' | 'reached back' | 'reached forward' | 'stretched' | 'harmonic'

/** How a stop is played by the hand of an instrument. */
export function mannerOf({ byLetter }: Pick<Instrument, 'byLetter'>, s: Stop): Manner {
  if (s.finger === 0) return 'open'
  if (s.harmonic) return 'harmonic'
  if (s.far) return 'far'
  if (!byLetter && s.stretch) return s.place === 'low' ? 'reached back' : 'reached forward'
  if (s.stretch) return s.finger === 1 ? 'reached back' : 'stretched'
  return s.place === 'normal' ? 'plain' : s.place
}

/** Whether the hand opens for it. */
export const isReached = (instrument: Pick<Instrument, 'byLetter'>, s: Stop): boolean => {
  const manner = mannerOf(instrument, s)
  return manner === 'reached back' || manner === 'reached forward' || manner === 'stretched'
}

/** A finger told from others by how it plays, the same however a class talks: "low 2", "4 reached forward", "3", "open". Stored; never said. */
export function fingerKey(instrument: Pick<Instrument, 'byLetter'>, s: Stop): string {
  const manner = mannerOf(instrument, s)
  switch (manner) {
    case 'open':
      return 'open'
    case 'plain':
      return s.finger === THUMB ? 'thumb' : `${s.finger}`
    case 'far':
      return `${s.finger} on the place of ${s.finger - 1}`
    case 'low':
    case 'high':
      return `${manner} ${s.finger}`
    case 'harmonic':
      return `${s.finger} touching the harmonic`
    case 'reached back':
    case 'reached forward':
    case 'stretched':
      return `${s.finger} ${manner}`
  }
}
