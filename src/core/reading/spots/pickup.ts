import { beatTicks } from '../../music/time'
import { countInOf } from '../countIn'
import type { Detector } from './spot'

/** A piece that begins before its first full bar. */
export const pickup = {
  kind: 'pickup',
  concern: 'eye',
  load: 1,
  again: 1,
  matters: [1.1, 0.9, 0.6],
  find: (r) => {
    const first = r.notes[0]
    if (!first?.placed.at.measure.pickup) return []
    const stroke = r.bowing.byEvent.get(first.placed.event.id)
    const beat = Math.floor(first.placed.into / beatTicks(first.placed.at.meter)) + 1
    return [
      {
        note: first,
        hard: 0.5,
        about: 'pickup',
        facts: { beat, bow: stroke?.bow ?? null, from: stroke?.from ?? 0, counted: countInOf(r) },
      },
    ]
  },
} as const satisfies Detector<'pickup'>
