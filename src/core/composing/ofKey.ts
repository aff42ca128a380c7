import { alterIn, tonic, type Key } from '../music/key'
import { LETTERS, stepsOf, type Letter, type Pitch } from '../music/pitch'
import { feltBeatTicks, measureTicks } from '../music/time'
import { eventTicks, type Measure, type Piece } from '../piece/piece'

/** The least range of a line, in steps: a fifth. Common practice. */
const FIFTH = 4
const ENOUGH = 5
/** The longest line, in measures, of which no answer is asked. */
const SHORT = 4

/** The fifth note of a key. */
export const dominant = (key: Key): Letter => LETTERS[(LETTERS.indexOf(tonic(key).letter) + 4) % 7]

/** A note of a line, and how far it begins after the line does. */
type Sung = { readonly pitch: Pitch; readonly onset: number }

function sungIn(piece: Piece): Sung[] {
  let at = 0
  return piece.lines[0].measures.flatMap((m) =>
    m.events.flatMap((e): Sung[] => {
      const onset = at
      at += eventTicks(e, piece.meter)
      return e.kind === 'note' ? [{ pitch: e.heads[0].pitch, onset }] : []
    }),
  )
}

/** Lengths of a measure's notes, one after another. */
const rhythmOf = (m: Measure): string => m.events.map((e) => `${e.value.base}${e.value.dots}`).join(' ')
const pitchesOf = (m: Measure): string => m.events.map((e) => (e.kind === 'note' ? stepsOf(e.heads[0].pitch) : 'z')).join(' ')

/** Where the second strong beat of a line falls: in the middle of a measure of four or two, else with the next one. */
export function secondStrong({ meter }: Pick<Piece, 'meter'>): number {
  const [whole, beat] = [measureTicks(meter), feltBeatTicks(meter)]
  return (whole / beat) % 2 === 0 ? whole / 2 : whole
}

/** Whether a last note is come to as a tune comes home: by step, or from the fifth of the key. */
export const comesHome = (key: Key, last: Pitch, end: Pitch): boolean =>
  Math.abs(stepsOf(end) - stepsOf(last)) === 1 || last.letter === dominant(key)

/**
 * Whether a line is heard in its key, as far as `notes`, of which it may be made, allow: the keynote on the first or second
 * strong beat and at the end, come to by step or from the fifth; a note that the signature alters; a fifth of range; and a
 * measure in the middle of a longer line that answers the first one, in its rhythm. Common practice.
 */
export function isHeardInKey(piece: Piece, notes: readonly Pitch[]): boolean {
  const { key } = piece
  const home = tonic(key).letter
  const sung = sungIn(piece)
  if (notes.some((p) => p.letter === home)) {
    const early = sung.some((s) => s.pitch.letter === home && (s.onset === 0 || s.onset === secondStrong(piece)))
    // A last note that is struck twice is come to once.
    const end = sung[sung.length - 1].pitch
    const last = sung.findLast((s) => stepsOf(s.pitch) !== stepsOf(end))
    if (!early || end.letter !== home || !last || !comesHome(key, last.pitch, end)) return false
  }
  const altered = (p: Pitch) => alterIn(key, p.letter) !== 0
  if (notes.some(altered) && !sung.some((s) => altered(s.pitch))) return false
  const rangeOf = (all: readonly Pitch[]) => Math.max(...all.map(stepsOf)) - Math.min(...all.map(stepsOf))
  // Of three or four notes a line is made as it can.
  if (notes.length >= ENOUGH && rangeOf(sung.map((s) => s.pitch)) < Math.min(FIFTH, rangeOf(notes))) return false
  const { measures } = piece.lines[0]
  // Of four measures one is the end: there is little room for an answer.
  if (measures.length <= SHORT) return true
  const [first, answer] = [measures[0], measures[measures.length / 2]]
  return rhythmOf(first) === rhythmOf(answer) && pitchesOf(first) !== pitchesOf(answer)
}

/** Whether another form of a letter is met in a key: natural where the signature alters it, or as a neighbouring key or the raised seventh of a minor key has it. Common practice. */
export function isMetIn(key: Key, { letter, alter }: Pick<Pitch, 'letter' | 'alter'>): boolean {
  if (alter === 0) return true
  const seventh = LETTERS[(LETTERS.indexOf(tonic(key).letter) + 6) % 7]
  if (key.mode === 'minor' && letter === seventh && alter === alterIn(key, letter) + 1) return true
  return [key.fifths - 1, key.fifths + 1].some((fifths) => alterIn({ fifths }, letter) === alter)
}
