import { candidates, type Setup } from '../fingering/candidates'
import { FIRST } from '../instruments/instrument'
import { isLearned } from '../hands/hold'
import { byOctaves, LETTERS, midiOf, type Pitch } from '../music/pitch'

/** A pitch as it sounds, that a hand has learned where it lies at rest. */
export type Reachable = { readonly pitch: Pitch; readonly open: boolean; readonly string: number }

/** Every pitch, with one sign at the most, that a seat has learned to play without leaving first position; low first, an open string before a finger. */
export function reachableBy(setup: Setup): Reachable[] {
  const { instrument } = setup
  const found: Reachable[] = []
  for (let octave = 1; octave <= 7; octave++)
    for (const letter of LETTERS)
      for (const alter of [-1, 0, 1]) {
        const pitch: Pitch = { letter, alter, octave }
        const holds = candidates(setup, [pitch]).filter(
          (h) => isLearned(h) && !h.respelled && (h.open || h.position === FIRST) && !h.stops[0].stretch && !h.stops[0].harmonic,
        )
        const best = holds.find((h) => h.open) ?? holds[0]
        if (best) found.push({ pitch: byOctaves(pitch, instrument.sounds), open: best.open, string: best.stops[0].string })
      }
  return found.sort((a, b) => midiOf(a.pitch) - midiOf(b.pitch))
}
