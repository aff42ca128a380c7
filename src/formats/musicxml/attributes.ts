import { clefBy, type ClefName } from '@/core/music/clef'
import { alterIn, SHARP_ORDER, type Key } from '@/core/music/key'
import type { Meter } from '@/core/music/time'
import { meterSchema } from '@/core/music/time.schema'
import { childrenOf, numberOf, refuseAt, textOf, type XmlNode } from './tree'

const MINOR_MODES = ['minor', 'dorian', 'phrygian', 'aeolian', 'locrian']

/** A signature as read: `odd` when it is none of the fifteen, and the nearest of them stands for it. */
type ReadKey = { readonly key: Key; readonly odd: boolean }

/**
 * A `<key>`; church modes keep their signature and lean minor or major by their third. A signature that is none of the
 * fifteen becomes the nearest: pitches say their own alteration, so all sound as written.
 */
export function keyOf(key: XmlNode): ReadKey {
  const mode = MINOR_MODES.includes(textOf(key, 'mode') ?? '') ? 'minor' : 'major'
  const fifths = numberOf(key, 'fifths')
  if (fifths !== undefined && Number.isInteger(fifths) && Math.abs(fifths) <= 7) return { key: { fifths, mode }, odd: false }
  if (fifths !== undefined) return { key: { fifths: Math.max(-7, Math.min(7, Math.round(fifths))), mode }, odd: true }
  const steps = childrenOf(key, 'key-step').map((s) => s.text)
  const alters = childrenOf(key, 'key-alter').map((s) => Number(s.text))
  return { key: { fifths: nearest(steps, alters), mode }, odd: true }
}

/** The signature that agrees with the most letters of an odd one, the one with fewer signs where several do. */
function nearest(steps: readonly string[], alters: readonly number[]): number {
  const wanted = new Map<string, number>(steps.map((s, i) => [s, alters[i] ?? 0]))
  let [best, most] = [0, -1]
  for (const fifths of [0, 1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6, -6, 7, -7]) {
    const agree = SHARP_ORDER.filter((letter) => alterIn({ fifths }, letter) === (wanted.get(letter) ?? 0)).length
    if (agree > most) [best, most] = [fifths, agree]
  }
  return best
}

/** Beats of a `<time>`: "3+2" is felt in groups, several pairs one after the other are added up in their finest unit. */
export function meterOf(time: XmlNode): Meter {
  const beats = childrenOf(time, 'beats').map((b) => b.text)
  const units = childrenOf(time, 'beat-type').map((b) => Number(b.text))
  const finest = Math.max(...units)
  const groups = beats.flatMap((b, i) => b.split('+').map((n) => (Number(n) * finest) / units[i]))
  const symbol = time.attrs.symbol
  const parsed = meterSchema.safeParse({
    beats: groups.reduce((a, b) => a + b, 0),
    unit: finest,
    ...(symbol === 'common' || symbol === 'cut' ? { sign: symbol } : {}),
    ...(groups.length > 1 ? { groups } : {}),
  })
  return parsed.success && units.length > 0
    ? parsed.data
    : refuseAt(time, 'we can’t read this time signature. Write it as beats and beat-type, like 4 and 4')
}

/** A `<clef>`, or null when strings do not read it. */
export const clefOf = (clef: XmlNode | undefined): ClefName | null =>
  clefBy(textOf(clef, 'sign') ?? 'G', numberOf(clef, 'line') ?? 2)?.name ?? null
