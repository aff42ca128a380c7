import { QUARTER } from '../../music/time'
import { stageOf, type Stage } from '../stage'
import type { Detector, Found } from './spot'

/** Quarters without a rest after which bow and hand would like one, at each stage; from memory. */
const LONG_WAY: Record<Stage, number> = { beginning: 48, 'first position': 64, beyond: 128 }

/** A long way without a rest to set bow and hand anew. */
export const noRest = {
  kind: 'no-rest',
  concern: 'bow',
  load: 2,
  again: 1,
  matters: [1, 1, 0.8],
  find: ({ notes, map }) => {
    const far = LONG_WAY[stageOf(map.instrument, map.setup.learned)]
    const found: Found<'no-rest'>[] = []
    let from = 0
    for (let i = 0; i < notes.length; i++) {
      if (i + 1 < notes.length && !notes[i + 1].rest) continue
      const stretch = notes.slice(from, i + 1)
      const quarters = stretch.reduce((n, x) => n + x.ticks, 0) / QUARTER
      from = i + 1
      if (quarters < far) continue
      const [a, b] = [stretch[0], stretch[stretch.length - 1]].map((n) => n.placed.at.index)
      const all = stretch.length === notes.length
      found.push({
        note: stretch[0],
        hard: Math.min(0.6, 0.3 + (0.1 * (quarters - far)) / far),
        facts: { from: all ? null : a, to: i + 1 === notes.length ? null : b },
        about: `${a}`,
      })
    }
    return found
  },
} as const satisfies Detector<'no-rest'>
