import { PitchDetector } from 'pitchy'
import type { Key } from '../music/key'
import { printedNote, type NoteNames } from '../music/noteName'
import { spelled } from '../music/spell'
import { hertz } from '../sounding/sounding'

/** A pitch that was heard with none being meant: hertz, and how clearly, from 0 to 1. */
export type FreePitch = { readonly hertz: number; readonly clarity: number }

/** What is less clear than this is no tone. */
const CLEAR = 0.9
/** The range of a class: the bass's low E (41 Hz) to the top of the violin. Hertz. */
const RANGE = [38, 2800] as const
/** Samples that a reading takes: four periods of the lowest note, at 48,000 a second. */
export const FREE_SAMPLES = 4096

const detector = PitchDetector.forFloat32Array(FREE_SAMPLES)

/** What was that? The pitch of some samples, {@link FREE_SAMPLES} of them at `rate` a second; null: no clear tone. */
export function freePitch(samples: Float32Array, rate: number): FreePitch | null {
  const [found, clarity] = detector.findPitch(samples, rate)
  return clarity >= CLEAR && found >= RANGE[0] && found <= RANGE[1] ? { hertz: found, clarity } : null
}

/** "A, 12 cents flat (437.0 Hz)": the nearest note as the key spells it, and how far off it was. */
export function sayFree(heard: number, a4: number, key: Pick<Key, 'fifths'>, names: NoteNames): string {
  const exact = 69 + 12 * Math.log2(heard / a4)
  const midi = Math.round(exact)
  const cents = Math.round(1200 * Math.log2(heard / hertz(midi, a4)))
  const [pitch] = spelled([midi], key)
  const off = cents === 0 ? '' : `, ${Math.abs(cents)} cents ${cents > 0 ? 'sharp' : 'flat'}`
  return `${printedNote(names, pitch)}${off} (${heard.toFixed(1)} Hz)`
}
