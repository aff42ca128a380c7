import { beatTicks } from '../../music/time'
import type { Detector } from './spot'

/** A piece that begins before its first full bar. */
export const pickup = {
  kind: 'pickup',
  name: 'Pickup',
  mark: 'pickup',
  concern: 'eye',
  load: 1,
  again: 1,
  matters: [1.2, 1, 0.5],
  find: (r) => {
    const first = r.notes[0]
    if (!first?.placed.at.measure.pickup) return []
    const stroke = r.bowing.byEvent.get(first.placed.event.id)
    const beat = Math.floor(first.placed.into / beatTicks(first.placed.at.meter)) + 1
    return [
      {
        note: first,
        hard: 0.45,
        text: `Begins before the first full measure, on beat ${beat}, ${stroke?.bow ?? 'up'}-bow.`,
        advice: `Count a whole measure and the beats before it aloud; set the bow ${whereOn(stroke?.from ?? 0.5)} first.`,
        about: 'pickup',
      },
    ]
  },
} as const satisfies Detector

/** Where a stroke begins, from the frog (0) to the tip (1). */
const whereOn = (from: number): string => (from < 0.25 ? 'at the frog' : from > 0.75 ? 'near the tip' : 'in its middle')
