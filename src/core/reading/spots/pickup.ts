import { beatTicks } from '../../music/time'
import { bowPart } from '../words'
import type { Detector } from './spot'

/** A piece that begins before its first full bar. */
export const pickup = {
  kind: 'pickup',
  name: 'Pickup',
  mark: 'pickup',
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
        text: `Begins before the first full measure, on beat ${beat}, ${stroke ? `${stroke.bow}-bow` : 'plucked'}.`,
        advice: `Count a whole measure and the beats before it aloud; ${stroke ? `set the bow ${bowPart(stroke.from) === 'near the tip' ? '' : 'at '}${bowPart(stroke.from)} first` : 'the plucking finger is ready over the string'}.`,
        about: 'pickup',
        facts: { beat, bow: stroke?.bow ?? null },
      },
    ]
  },
} as const satisfies Detector<'pickup'>
