import type { Instrument } from '../instruments/instrument'
import { midiOf } from '../music/pitch'
import type { Stop } from './hold'

/** An open string that a stopped note can be tested against, and how many octaves the note lies above it: 0 is the same note. */
export type TrueCheck = { readonly string: number; readonly octaves: number }

/**
 * The open strings at the unison or at octaves of a stopped note, nearest first: of those as far the one next to the
 * finger's string. Empty for an open string, and where no open string has the note's letter. Common practice.
 */
export function trueChecksOf({ strings }: Pick<Instrument, 'strings'>, stop: Stop): TrueCheck[] {
  if (stop.finger === 0) return []
  const midi = midiOf(strings[stop.string]) + stop.k
  return strings
    .map((open, string): TrueCheck => ({ string, octaves: (midi - midiOf(open)) / 12 }))
    .filter((c) => Number.isInteger(c.octaves))
    .sort((a, b) => Math.abs(a.octaves) - Math.abs(b.octaves) || Math.abs(a.string - stop.string) - Math.abs(b.string - stop.string))
}
