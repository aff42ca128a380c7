import { pluckedIn } from '../../bowing/strokes'
import { secondsBetween } from '../../performance/tempo'
import { before } from '../reading'
import type { Detector, Found } from './spot'

/** Seconds that it takes a beginner to change the hand from bow to finger or back; from memory. */
const UNHURRIED = 1.5

/** From bow to plucking, or back: the right hand needs time that the music may not give. */
export const pluckChange = {
  kind: 'pluck-change',
  concern: 'bow',
  load: 2,
  again: 0.8,
  matters: [1.2, 1, 0.8],
  find: (r) => {
    const plucked = pluckedIn(r.map.line)
    if (plucked.size === 0) return []
    const found: Found<'pluck-change'>[] = []
    for (const note of r.notes) {
      const last = before(r, note)
      if (!last) continue
      const [was, is] = [plucked.has(last.placed.event.id), plucked.has(note.placed.event.id)]
      if (was === is) continue
      const time = secondsBetween(r.piece, last.placed.onset + last.ticks, note.placed.onset)
      // The last note before it can be left early: what it lasts is time as well, but stolen.
      const given = Math.round(10 * time) / 10
      found.push({
        note,
        hard: time >= UNHURRIED ? 0.3 : time > 0 ? 0.5 : 0.65,
        about: is ? 'pluck' : 'bow',
        facts: { plucked: is, seconds: given },
      })
    }
    return found
  },
} as const satisfies Detector<'pluck-change'>
