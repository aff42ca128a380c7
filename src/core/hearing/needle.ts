import { middle } from '../middle'

/** One reading of the microphone: seconds, how loud, and cents off the note; null where the note was not heard. */
export type PitchReading = { readonly at: number; readonly loud: number; readonly cents: number | null }

/** What the needle shows: nothing sounds; something does, but not clearly this note; or how far off the note is. */
export type Needle =
  | { readonly kind: 'silent' }
  | { readonly kind: 'unsure' }
  /** `held`: the note has ended, and what was heard of it stays for a moment. */
  | { readonly kind: 'heard'; readonly cents: number; readonly held: boolean }

/** Below this nothing sounds. */
export const QUIET = 0.01
/** Over this long the middle is taken: two swings of the hand, so that it lies in their middle. Seconds. */
const OVER = 0.37
/** Readings of a note before it is shown, and how long it stays after its end. */
const [FEWEST, HOLD] = [3, 1.2]
/** The part of what is loud that must be this note. */
const MOSTLY = 0.5
/** Readings that are older than this are forgotten. */
const FORGET = 2

/** Readings so far with one more, the old ones forgotten. */
export const withReading = (readings: readonly PitchReading[], r: PitchReading): PitchReading[] => [
  ...readings.filter((x) => r.at - x.at <= FORGET),
  r,
]

/** Where the needle stands: calm, by the middle of the last readings, and held after the note so that it can be read. */
export function needleOf(readings: readonly PitchReading[]): Needle {
  const now = readings.at(-1)
  if (!now) return { kind: 'silent' }
  const recent = readings.filter((r) => now.at - r.at < OVER && r.loud >= QUIET)
  const cents = recent.flatMap((r) => (r.cents === null ? [] : [r.cents]))
  if (cents.length >= FEWEST && cents.length >= recent.length * MOSTLY) return { kind: 'heard', cents: middle(cents), held: false }
  if (recent.length > FEWEST && cents.length < recent.length * MOSTLY) return { kind: 'unsure' }
  const last = readings.findLast((r) => r.cents !== null)
  if (last && now.at - last.at <= HOLD) {
    const before = readings.filter((r) => last.at - r.at < OVER && last.at >= r.at).flatMap((r) => (r.cents === null ? [] : [r.cents]))
    if (before.length >= FEWEST) return { kind: 'heard', cents: middle(before), held: true }
  }
  return { kind: recent.length > 0 ? 'unsure' : 'silent' }
}

/** Off by less than this is true to the ear of a class. Cents; from memory. */
export const TRUE_WITHIN = 8

/** What was heard, as the log of aims has it. */
export const heardAs = (cents: number): 'sharp' | 'true' | 'flat' => (Math.abs(cents) < TRUE_WITHIN ? 'true' : cents > 0 ? 'sharp' : 'flat')

/** What is shown, in a word that needs no colour. */
export function sayNeedle(n: Needle): string {
  switch (n.kind) {
    case 'silent':
      return 'Play the note.'
    case 'unsure':
      return 'Too noisy, or another note.'
    case 'heard': {
      const cents = Math.round(n.cents)
      if (Math.abs(n.cents) < TRUE_WITHIN) return `In tune (${cents > 0 ? '+' : ''}${cents} cents).`
      return cents > 0 ? `Sharp by ${cents} cents. Lower it.` : `Flat by ${-cents} cents. Raise it.`
    }
  }
}
