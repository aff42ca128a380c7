import { capital } from '../names'
import { FIRST, positionKey, type Instrument } from '../instruments/instrument'
import { tapedFrames } from './frames'
import { halfwayRule, tapesFor } from './tapes'

/** The fingers that stop a string so many half steps above open in first position, as they are said; the first that is taught. */
function fingerAt(instrument: Instrument, k: number): string | null {
  const places = tapesFor({
    instrument,
    length: instrument.sizes[0].length,
    frames: tapedFrames(instrument).map((f) => f.name),
    positions: [positionKey(instrument.positions[FIRST])],
  })
  return places.find((p) => p.k === k)?.finger ?? null
}

/**
 * The rule of thumb for the half step between two whole ones, held against the worked-out place: "Low 2 halfway between 1 and 2
 * lies 0.5 mm nearer the nut than worked out: 2.9 cents flat."
 */
export function sayRule(instrument: Instrument, length: number): string {
  const [from, half, to] = [2, 3, 4].map((k) => fingerAt(instrument, k))
  if (!from || !half || !to) return ''
  const { mm, cents } = halfwayRule(length)
  const near = `${Math.abs(mm).toFixed(1)} mm ${mm < 0 ? 'nearer the nut' : 'farther from the nut'}`
  return `${capital(half)} put exactly halfway between ${from} and ${to} would be ${near}: ${Math.abs(cents).toFixed(1)} cents ${cents < 0 ? 'flat' : 'sharp'}.`
}

/** How tapes are put on, in the order in which it is done. Common practice. */
export const ADVICE: readonly string[] = [
  'Measure the string from the nut to the bridge. The sizes here are usual ones, and every bridge stands a little differently.',
  'Print at actual size and measure a bar of the print. Cut the strip out, lay it along the fingerboard with its edge at the nut, and mark each line next to the strings.',
  'Leave the strings tuned: slide thin tape under them, or lift two strings by hand, and lay it straight across the fingerboard.',
  'Check each tape against the open string before you press it down. Where it sounds in tune is right. A high string sounds sharp there, and an old one may be off either way.',
  'Only on the fingerboard, never on varnish. Use thin tape that comes off cleanly, and try it at the end of the fingerboard first. No pen, no correction fluid, no glue.',
  'As the ear takes over, remove one tape at a time, the surest first.',
]
