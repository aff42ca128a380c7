import { inWords, plural } from '@/core/count'

/** "at pitch", "one octave lower": how far a seat sounds from the line. */
export function sayOctave(octave: number): string {
  if (octave === 0) return 'at pitch'
  const n = Math.abs(octave)
  return `${inWords(n)} ${plural(n, 'octave')} ${octave < 0 ? 'lower' : 'higher'}`
}
