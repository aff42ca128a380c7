import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { printedNote } from '../../music/noteName'
import { midiOf } from '../../music/pitch'
import type { Touch } from '../drill'
import { lineTouch } from '../passages'
import { checkFor, grouped, linePitch, spotsOfKinds, touchAt, type SeatAtWork } from '../practised'
import { cellsOf, voiceOf } from '../cells'
import type { Generator } from './generator'
import { eventOf, indicesIn, namesIn, patterned, spotsIn } from './pairs'

/** A stopped note against the open string of its letter; and found by ear, then checked against what is true. */
export const openAndHigh = {
  kind: 'open and high',
  name: DRILL_NAMES['open and high'],
  eases: 0.4,
  find: (c) =>
    grouped(spotsOfKinds(c, ['shared-letter', 'fourth-finger', 'lands-alone', 'shift']), ({ player, note }) => {
      const open = checkFor(player, eventOf(note))
      const apart = open ? Math.abs(midiOf(open.pitches[0]) - midiOf(note.heads.at(-1)!.pitch)) : ''
      return `${midiOf(linePitch(player, note))} ${apart}`
    }).flatMap((ats) => {
      const [{ player, note }] = ats
      const event = eventOf(note)
      const open = checkFor(player, event)
      if (!open) return []
      const pitch = linePitch(player, note)
      const whose = namesIn(c, ats)
      const kept = `Stopped ${printedNote('letters', pitch)} and open ${printedNote('letters', pitch)}`
      const octaves = Math.abs(midiOf(open.pitches[0]) - midiOf(note.heads.at(-1)!.pitch)) / 12
      const touch = (p: SeatAtWork, what: string): Touch | null => {
        if (what === 'h') return touchAt(p, event)
        return checkFor(p, event) ?? lineTouch(p, { ...open.pitches[0], octave: open.pitches[0].octave - player.map.written })
      }
      const [a] = ats
      const at = c.measures[a.spot.index]
      return [
        patterned(c, {
          kind: 'open and high',
          variant: 'by turns',
          about: `${kept}, by turns`,
          title: (t) => drillWords(c.talk).OPEN_AND_HIGH.title(t, pitch, 'in turn'),
          purpose: (t) => drillWords(c.talk).OPEN_AND_HIGH.turns(t, whose, pitch, octaves),
          pattern: 'o:2 h:2 o h o h',
          ats,
          touch,
        }),
        {
          kind: 'open and high' as const,
          variant: 'sing and find',
          about: `${kept}, sung and found`,
          title: (t) => drillWords(c.talk).OPEN_AND_HIGH.title(t, pitch, 'sung and found'),
          purpose: (t) => drillWords(c.talk).OPEN_AND_HIGH.sing(t, whose, pitch),
          spots: spotsIn(ats),
          measures: indicesIn(ats),
          pace: 0.7,
          times: 2,
          key: at.key,
          meter: at.meter,
          voice: (seat) =>
            voiceOf(cellsOf('o:2 | z:2 | h:2 | o:2'), at.meter, (what) => touch(c.bySeat[seat.id], what), {
              words: drillWords(c.talk).OPEN_AND_HIGH.words,
            }),
        },
      ]
    }),
} as const satisfies Generator
