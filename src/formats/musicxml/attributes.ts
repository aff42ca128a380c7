import { clefBy, type ClefName } from '@/core/music/clef'
import { keySchema, type Key } from '@/core/music/key'
import { meterSchema, type Meter } from '@/core/music/time'
import { numberOf, refuseAt, textOf, type XmlNode } from './tree'

/** A `<key>`; church modes keep their signature and lean minor or major by their third. */
export function keyOf(source: string, key: XmlNode): Key {
  const parsed = keySchema.safeParse({
    fifths: numberOf(key, 'fifths'),
    mode: ['minor', 'dorian', 'phrygian', 'aeolian', 'locrian'].includes(textOf(key, 'mode') ?? '') ? 'minor' : 'major',
  })
  return parsed.success
    ? parsed.data
    : refuseAt(source, key, 'this key signature is not one of the fifteen; give it as fifths from -7 to 7')
}

/** A `<time>`; additive beats are summed. */
export function meterOf(source: string, time: XmlNode): Meter {
  const beats = (textOf(time, 'beats') ?? '').split('+').reduce((sum, n) => sum + Number(n), 0)
  const symbol = time.attrs.symbol
  const parsed = meterSchema.safeParse({
    beats,
    unit: numberOf(time, 'beat-type'),
    ...(symbol === 'common' || symbol === 'cut' ? { sign: symbol } : {}),
  })
  return parsed.success
    ? parsed.data
    : refuseAt(source, time, 'this time signature cannot be read; give it as beats and beat-type, such as 4 and 4')
}

/** A `<clef>`, or null when strings do not read it. */
export const clefOf = (clef: XmlNode | undefined): ClefName | null =>
  clefBy(textOf(clef, 'sign') ?? 'G', numberOf(clef, 'line') ?? 2)?.name ?? null
