import type { Key } from '../music/key'
import { beatTicks, measureTicks, valuesFor, type Meter } from '../music/time'
import { PIECE_VERSION, type Measure, type Piece } from '../piece/piece'
import { emptyMeasure } from './draft'

/** What a tune begins with. `pickup`: written beats before the first full measure, 0 for none. */
export type Beginning = { readonly title: string; readonly key: Key; readonly meter: Meter; readonly pickup: number }

/** A tune with no note yet: its heading, an empty pickup as long as it will be, and an empty measure. */
export function begunPiece({ title, key, meter, pickup }: Beginning): Piece {
  const ticks = Math.min(pickup * beatTicks(meter), measureTicks(meter) - beatTicks(meter))
  const measures: Measure[] = [
    ...(ticks > 0
      ? [
          {
            number: '0',
            pickup: true,
            events: (valuesFor(ticks) ?? []).map((value, i) => ({ kind: 'rest' as const, id: `b${i}`, value })),
          },
        ]
      : []),
    emptyMeasure('1', 'b9'),
  ]
  return {
    version: PIECE_VERSION,
    title: title.trim().slice(0, 200) || 'New tune',
    key,
    meter,
    tempo: 90,
    lines: [{ name: 'A', clef: 'treble', measures, slurs: [] }],
  }
}
