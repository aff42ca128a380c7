import { sayTape, type Talk } from '@/core/plan/talk'
import { instrumentNamed } from '@/core/seats/seat'
import type { Strip } from '@/core/tapes/strip'
import { markersOf, tapesFor } from '@/core/tapes/tapes'

type Asked = {
  readonly name: string
  readonly instrument: string
  readonly length: number
  readonly frames: readonly string[]
  readonly positions: readonly string[]
}

/** A strip for what is asked: its tapes worked out, under the class's own names where it has any, and what stands at its head. */
export function stripFor({ name, instrument: id, ...ask }: Asked, tapes: Talk['tapes'] = {}): Strip {
  const instrument = instrumentNamed(id)
  const size = instrument.sizes.find((s) => s.length === ask.length)?.name
  const about = `${instrument.name}${size ? ` ${size}` : ''}, string ${ask.length} mm`
  return {
    name: name || instrument.name,
    about,
    length: ask.length,
    markers: markersOf(tapesFor({ instrument, ...ask })).map((m) => ({ ...m, says: m.says.map((s) => sayTape(tapes, s)) })),
  }
}
