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
  return `${capital(half)} halfway between ${from} and ${to} lies ${near} than worked out: ${Math.abs(cents).toFixed(1)} cents ${cents < 0 ? 'flat' : 'sharp'}.`
}

/** How tapes are put on, in the order in which it is done. Common practice. */
export const ADVICE: readonly string[] = [
  'Measure the string from the nut to the bridge, along the string; the sizes here are nominal, and bridges stand where they stand.',
  'Print at actual size and measure a bar of the print. Cut the strip out, lay its edge at the nut along the fingerboard, and mark each line beside the strings.',
  'Loosen nothing: slide thin tape under the strings, or lay it on with two strings lifted by hand, straight across the fingerboard.',
  'Play each tape against the open string before you press it down: the place that sounds true is the right one. A string that lies high sounds sharp there; an old one may be off either way.',
  'On the fingerboard only, never on varnish: take thin tape that comes off without a trace, and try it at the end of the fingerboard first. No pen, no correction fluid, no glue.',
  'Take off one tape at a time, the one that is surest first, as the ear takes over.',
]
