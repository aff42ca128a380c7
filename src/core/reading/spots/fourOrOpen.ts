import { after, before, type Reading, type ReadNote } from '../reading'
import { trueChecksOf } from '../../hands/trueChecks'
import type { Instrument } from '../../instruments/instrument'
import type { Stop } from '../../hands/hold'
import { midiOf } from '../../music/pitch'
import { atNotes, type Detector } from './spot'

const on = (n: ReadNote | null, string: number): boolean => n?.hold?.stops.length === 1 && n.hold.low === string && !n.hold.open

/** A note that both 4 and the next open string play, where the choice matters: it stays on the string, or crosses and comes back. */
export const fourOrOpen = {
  kind: 'four-or-open',
  concern: 'hand',
  load: 0,
  again: 0.5,
  matters: [1.2, 1, 0.7],
  find: (r) =>
    atNotes(r, (note) => {
      const choice = choiceAt(r, note)
      if (!choice) return null
      const { string, four } = choice
      const next = after(r, note)
      const slurred = (next?.slurred && on(next, string)) || (note.slurred && on(before(r, note), string))
      const stays = on(before(r, note), string) && on(next, string)
      if (!four && !slurred && !stays) return null
      return {
        note,
        hard: four || slurred ? 0.4 : 0.28,
        about: `${string} ${four}`,
        facts: { four, string, slurred },
      }
    }),
} as const satisfies Detector<'four-or-open'>

/** The lower string of the choice, and whether 4 was taken. */
function choiceAt({ letters, map, instrument }: Reading, { hold }: ReadNote): { string: number; four: boolean } | null {
  if (!letters || hold?.stops.length !== 1) return null
  const [s] = hold.stops
  const home = hold.position <= 1
  if (s.finger === 4 && home && sameAsNext(instrument, s)) return { string: s.string, four: true }
  const learned = map.setup.learned.fingers.includes(4)
  return s.finger === 0 && s.string > 0 && learned && fourReaches(instrument, s.string - 1) ? { string: s.string - 1, four: false } : null
}

/** Whether a stop sounds as the next open string does. */
const sameAsNext = (instrument: Instrument, s: Stop): boolean =>
  trueChecksOf(instrument, s).some((c) => c.octaves === 0 && c.string === s.string + 1)

/** Whether 4 on its tape plays the next open string: where they are tuned in fifths. */
const fourReaches = ({ strings }: Instrument, string: number): boolean => midiOf(strings[string + 1]) - midiOf(strings[string]) === 7
