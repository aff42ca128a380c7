import { printedNote } from '../../music/noteName'
import { midiOf } from '../../music/pitch'
import type { Tongue } from '../../words/en/hands'
import { inSentence, sayNames } from '../../names'
import type { Touch } from '../drill'
import { lineTouch } from '../passages'
import { checkFor, grouped, linePitch, spotsOfKinds, touchAt, type SeatAtWork } from '../practised'
import { cellsOf, voiceOf } from '../cells'
import type { Generator } from './generator'
import { eventOf, indicesIn, namesIn, patterned, spotsIn } from './pairs'

/** A stopped note against the open string of its letter; and found by ear, then checked against what is true. */
export const openAndHigh = {
  kind: 'open and high',
  name: 'Against the open string',
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
      const name = ({ names }: Tongue) => printedNote(names, pitch)
      const whose = inSentence(sayNames(namesIn(c, ats)))
      const octaves = Math.abs(midiOf(open.pitches[0]) - midiOf(note.heads.at(-1)!.pitch)) / 12
      const apart = octaves === 0 ? 'the same note' : octaves === 1 ? 'an octave away' : `${octaves} octaves away`
      const touch = (p: SeatAtWork, what: string): Touch | null => {
        if (what === 'h') return touchAt(p, event)
        return checkFor(p, event) ?? lineTouch(p, { ...open.pitches[0], octave: open.pitches[0].octave - player.map.written })
      }
      const called = (t: Tongue) => `Stopped ${name(t)} and open ${name(t)}`
      const [a] = ats
      const at = c.measures[a.spot.index]
      return [
        patterned(c, {
          kind: 'open and high',
          variant: 'by turns',
          title: (t) => `${called(t)}, by turns`,
          purpose: (t) => `${name(t)} stopped against the open ${name(t)}, ${apart}, for ${whose}.`,
          pattern: 'o:2 h:2 o h o h',
          ats,
          touch,
        }),
        {
          kind: 'open and high' as const,
          variant: 'sing and find',
          title: (t) => `${called(t)}, sung and found`,
          purpose: (t) => `Hear the open ${name(t)}, sing the ${name(t)} that is wanted, then finger it and check, for ${whose}.`,
          spots: spotsIn(ats),
          measures: indicesIn(ats),
          pace: 0.7,
          times: 2,
          key: at.key,
          meter: at.meter,
          voice: (seat) =>
            voiceOf(cellsOf('o:2 | z:2 | h:2 | o:2'), at.meter, (what) => touch(c.bySeat[seat.id], what), {
              words: 'play, sing, find, check',
            }),
        },
      ]
    }),
} as const satisfies Generator
