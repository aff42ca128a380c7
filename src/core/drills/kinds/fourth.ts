import { DRILL_NAMES } from '../../words/en/drills'
import { drillWords } from '../../words/drills'
import { stringName } from '../../words/en/hands'
import { midiOf, pitchAt, stepsOf, type Pitch } from '../../music/pitch'
import { once } from '../../once'
import { stopOf } from '../../reading/reading'
import { trueChecksOf } from '../../hands/trueChecks'
import { spelled } from '../../music/spell'
import type { Key } from '../../music/key'
import type { Touch } from '../drill'
import { lineTouch } from '../passages'
import { grouped, heldTouch, linePitch, openTouch, spotsOfKinds, touchAt, type At, type SeatAtWork } from '../practised'
import type { Generator } from './generator'
import { eventOf, namesIn, patterned } from './pairs'

/** Finger 4 against those below it, held, and checked against the open string. */
export const fourth = {
  kind: 'reach 4',
  name: DRILL_NAMES['reach 4'],
  eases: 0.5,
  find: (c) =>
    grouped(
      spotsOfKinds(c, ['fourth-finger', 'four-or-open']).filter(isFour),
      ({ player, note }) => `${midiOf(linePitch(player, note))}`,
    ).flatMap((ats) => {
      const [{ player, note }] = ats
      const event = eventOf(note)
      const pitch = linePitch(player, note)
      const whose = namesIn(c, ats)
      const { instrument } = player.map
      const { string } = stopOf(note)!
      const made = (variant: string, pattern: string, purpose: string) =>
        patterned(c, {
          kind: 'reach 4',
          variant,
          about: `4 on ${instrument.strings[string].letter}, ${variant}`,
          title: (t) => drillWords(c.talk).FOURTH_SAYS.title(stringName(t, instrument, string), variant),
          purpose,
          pattern,
          ats,
          strains: ['fourth'],
          touch: (p, what) => {
            if (what === 'd') return touchAt(p, event)
            if (what === 'o') return openFor(p, event) ?? lineTouch(p, pitch)
            const lower = fingerUnder(player, note, 'abc'.indexOf(what) + 1)
            return lower && (p === player ? lower.touch : (fingerAt(p, event, 'abc'.indexOf(what) + 1) ?? lineTouch(p, lower.pitch)))
          },
        })
      const checked = openFor(player, event)
      return [
        made('upwards', 'c d c d b d b d a d a d', drillWords(c.talk).FOURTH_SAYS.upwards(whose)),
        made('downwards', 'd c d c d b d b d a d a', drillWords(c.talk).FOURTH_SAYS.downwards(whose)),
        made('held', 'a | d:4', drillWords(c.talk).FOURTH_SAYS.held(whose)),
        ...(checked ? [made('against open', 'd:2 o:2 d:2 o:2', drillWords(c.talk).FOURTH_SAYS['against open'](whose))] : []),
      ]
    }),
} as const satisfies Generator

const isFour = ({ note }: At): boolean => stopOf(note)?.finger === 4

/** The open string with the note of a stopped one, where there is one at the unison. */
function openFor(p: SeatAtWork, event: string): Touch | null {
  const note = p.reading.byEvent.get(event)
  const s = note && stopOf(note)
  const check = s && trueChecksOf(p.map.instrument, s).find((x) => x.octaves === 0)
  return check ? openTouch(p, check.string) : null
}

/** A lower finger in the frame that a note stands in, with its pitch in the line. */
export function fingerUnder(p: SeatAtWork, note: At['note'], finger: number): Under | null {
  // Every rung of a ladder asks for the same fingers.
  const known = fingersOf(p.map)
  const key = `${eventOf(note)} ${finger}`
  let under = known.get(key)
  if (under === undefined) known.set(key, (under = placedUnder(p, note, finger)))
  return under
}
type Under = { readonly touch: Touch; readonly pitch: Pitch }
const fingersOf = once((_: SeatAtWork['map']) => new Map<string, Under | null>())

/**
 * What stands under a finger that has a letter (by its steps) and a sound: of a letter hand its own letter, but no sharp in
 * a key of flats (finger 1 of half position on A is B flat there, not A sharp); of other hands as the key spells it.
 */
export function writtenUnder(byLetter: boolean, steps: number, midi: number, key: Key): Pitch {
  const own = pitchAt(steps, midi - midiOf(pitchAt(steps, 0)))
  return byLetter && !(own.alter > 0 && key.fifths < 0) ? own : spelled([midi], key)[0]
}

function placedUnder(p: SeatAtWork, note: At['note'], finger: number): Under | null {
  const s = stopOf(note)
  const mapped = p.map.byEvent.get(eventOf(note))?.[0]
  const k = finger === s?.finger ? s.k : mapped?.frame?.places[finger - 1]
  if (!s || !note.hold || k === null || k === undefined || k <= 0) return null
  const { instrument } = p.map
  const position = instrument.positions[note.hold.position]
  const open = instrument.strings[s.string]
  const midi = midiOf(open) + k
  const steps = stepsOf(open) + position.letters + finger - 1
  const written = writtenUnder(instrument.byLetter, steps, midi, note.placed.at.key)
  if (Math.abs(written.alter) > 2) return null
  const touch = heldTouch(p, written, s.string, finger, note.hold.position)
  return touch && { touch, pitch: { ...written, octave: written.octave - p.map.written } }
}

/** The same finger of another seat that plays the event with the same finger: its own frame. */
function fingerAt(p: SeatAtWork, event: string, finger: number): Touch | null {
  const note = p.reading.byEvent.get(event)
  return note && stopOf(note)?.finger === 4 ? (fingerUnder(p, note, finger)?.touch ?? null) : null
}
