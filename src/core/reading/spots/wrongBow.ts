import type { Reading } from '../reading'
import type { Detector, Found } from './spot'

/**
 * Where the bow is lifted and set anew in a rest, so that a phrase begins down-bow again. A first beat that comes up-bow, or
 * a repeat that needs a retake, only where the class wants its first beats down: as it comes is the rule (common practice).
 */
export const wrongBow = {
  kind: 'wrong-bow',
  concern: 'bow',
  load: 2,
  again: 0.85,
  matters: [1, 1, 0.4],
  find: (r) => [...lifts(r), ...(r.map.setup.policy.downbeats === 'down' ? wrongWays(r) : [])],
} as const satisfies Detector<'wrong-bow'>

const wrongWays = (r: Reading): Found<'wrong-bow'>[] =>
  r.bowing.wrong.flatMap((w): Found<'wrong-bow'>[] => {
    const note = r.byEvent.get(w.event)
    if (!note) return []
    // In three the bow turns by itself, measure by measure: it is the piece's own way.
    const own = !w.again && note.placed.at.meter.beats % 3 === 0
    const hard = w.again ? 0.4 : own ? 0.25 : 0.5
    return [
      {
        note,
        hard,
        about: w.again ? 'retake' : 'up',
        facts: w.facts,
      },
    ]
  })

/** The first beats before which a rest gives time to lift the bow, so that it does not come up. */
const lifts = (r: Reading): Found<'wrong-bow'>[] =>
  r.bowing.strokes.flatMap(({ events: [event], retake, given, bow }) => {
    const note = r.byEvent.get(event)
    if (!retake || given || bow !== 'down' || !note?.rest || note.placed.into !== 0) return []
    return [{ note, hard: 0.5, about: 'lift', facts: { lift: true, at: note.placed.at.index } }]
  })
