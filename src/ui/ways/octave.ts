import { count } from '@/core/count'

/** "at pitch", "1 octave lower": how far a seat sounds from the line. */
export function sayOctave(octave: number): string {
  if (octave === 0) return 'at pitch'
  const n = Math.abs(octave)
  return `${count(n, 'octave')} ${octave < 0 ? 'lower' : 'higher'}`
}
