import { WRONG } from './wrong'
import { QUARTER } from '../../music/time'
import { before, type ReadNote } from '../reading'
import { atNotes, type Detector } from './spot'
import { count } from '../../count'

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
  name: 'A long note after short ones',
  mark: 'long',
  concern: 'eye',
  load: 1,
  again: 0.55,
  matters: [1.2, 1, 0.6],
  find: (r) =>
    atNotes(r, (note) => {
      let run = 0
      for (let n: ReadNote | null = note.rest ? null : before(r, note); n && n.ticks <= SHORT; n = n.rest ? null : before(r, n)) run++
      if (run < RUN || note.ticks < LONG || note.ticks < TIMES * r.notes[note.index - 1].ticks) return null
      const quarters = note.ticks / QUARTER
      return {
        note,
        hard: 0.4,
        text: `A long note, ${count(quarters, 'quarter')}, after ${run} short ones: it is easily left too early, or the bow runs out.`,
        advice: 'Count it aloud to its end; slow the bow down as it begins.',
        about: `${note.ticks}`,
        wrong: WRONG.trembles,
      }
    }),
} as const satisfies Detector<'long-after-short'>
