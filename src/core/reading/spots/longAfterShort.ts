import { QUARTER } from '../../music/time'
import { before, type ReadNote } from '../reading'
import { atNotes, type Detector } from './spot'

/** Notes up to this long are short, in ticks: eighths. */
const SHORT = QUARTER / 2
/** How many times longer a note must be than the short ones before it. */
const TIMES = 3
/** The shortest note that is long, in ticks: a half note. */
const LONG = 2 * QUARTER
/** How many short notes in a row make one forget to hold the long one. */
const RUN = 3

/** A long note after a run of short ones: it is left too early. */
export const longAfterShort = {
  kind: 'long-after-short',
  concern: 'eye',
  load: 1,
  again: 0.55,
  matters: [1.2, 1, 0.6],
  find: (r) =>
    atNotes(r, (note) => {
      let run = 0
      for (let n: ReadNote | null = note.rest ? null : before(r, note); n && n.ticks <= SHORT; n = n.rest ? null : before(r, n)) run++
      if (run < RUN || note.ticks < LONG || note.ticks < TIMES * r.notes[note.index - 1].ticks) return null
      return {
        note,
        hard: 0.4,
        facts: { quarters: note.ticks / QUARTER, short: run },
        about: `${note.ticks}`,
      }
    }),
} as const satisfies Detector<'long-after-short'>
