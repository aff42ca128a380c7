import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { printedNote } from '../../music/noteName'
import { midiOf } from '../../music/pitch'
import type { Touch } from '../drill'
import { grouped, linePitches, spotsOfKinds, touchAt, type SeatAtWork } from '../practised'
import type { Generator } from './generator'
import { eventOf, namesIn, patterned } from './pairs'

/** Two strings at once: each note alone, both by turns, both together. */
export const doubleStopDrills = {
  kind: 'double stop',
  name: DRILL_NAMES['double stop'],
  eases: 0.5,
  find: (c) =>
    grouped(
      spotsOfKinds(c, ['double-stop', 'arch-kept']).filter((at) => linePitches(at.player, at.note).length === 2),
      ({ player, note }) => linePitches(player, note).map(midiOf).join(' '),
    ).flatMap((ats) => {
      const [{ player, note }] = ats
      const event = eventOf(note)
      const pitches = linePitches(player, note)
      const whose = namesIn(c, ats)
      const made = (variant: string, pattern: string, purpose: string) =>
        patterned(c, {
          kind: 'double stop',
          variant,
          about: `${pitches.map((p) => printedNote('letters', p)).join(' and ')} together, ${variant}`,
          title: (t) => drillWords(c.talk).DOUBLE_STOP_SAYS.title(t, pitches, variant),
          purpose,
          pattern,
          ats,
          strains: ['double stop'],
          touch: (p, what) => part(p, event, what),
        })
      return [
        made('each alone', 'l:2 u:2 l u l u', drillWords(c.talk).DOUBLE_STOP_SAYS['each alone'](whose)),
        made('both', 'l u c:2 l u c:2', drillWords(c.talk).DOUBLE_STOP_SAYS.both(whose)),
        made('with the drone', 'l:2 c:2 c:4', drillWords(c.talk).DOUBLE_STOP_SAYS['with the drone'](whose)),
      ]
    }),
} as const satisfies Generator

/** The chord at an event, or its lower or upper note held as in the chord. */
function part(p: SeatAtWork, event: string, what: string): Touch | null {
  const chord = touchAt(p, event)
  const hold = p.reading.byEvent.get(event)?.hold
  if (!chord || !hold || what === 'c' || chord.pitches.length === 1) return chord
  const i = what === 'l' ? 0 : chord.pitches.length - 1
  const { string, finger } = hold.stops[i]
  const pin = chord.pin
  return {
    pitches: [chord.pitches[i]],
    pin: finger === 0 ? { strings: [string], fingers: [0] } : { ...pin, strings: [string], fingers: [finger] },
    // One note of it alone asks for no chord.
    fresh: chord.fresh.filter((f) => !f.startsWith('chord')),
    string,
  }
}
