import { stepsOf } from '../../music/pitch'
import { pluckedIn } from '../../bowing/strokes'
import { facing } from '../../fingering/costs'
import { once } from '../../once'
import { secondsBetween } from '../../performance/tempo'
import { before, motion, type Reading, type ReadNote } from '../reading'
import type { OfCrossing } from './facts'
import type { Seen } from './spot'

/** Notes closer than this many seconds leave the hand no time to look; from memory. */
const QUICK = 0.35
/** From so many seconds on there is time to look; from memory. */
const SLOW = 1
const AT_LEISURE = -0.16
/** A rest gives hand and bow the time to go over: nobody is tripped. */
const IN_REST = -0.25

/** Strings that a note is come to from and goes to. */
export const crossedStrings = (last: ReadNote, note: ReadNote): { readonly from: number; readonly to: number } =>
  note.hold!.low > last.hold!.high ? { from: last.hold!.high, to: note.hold!.low } : { from: last.hold!.low, to: note.hold!.high }

/** The two told from other pairs of strings, by their letters. */
export function crossedStringNames({ instrument }: Reading, last: ReadNote, note: ReadNote): string {
  const { from, to } = crossedStrings(last, note)
  return `${instrument.strings[from].letter} to ${instrument.strings[to].letter}`
}

/** Letter steps between those strings: 4 where they are tuned in fifths, 3 in fourths. */
export function stringSteps({ instrument }: Reading, last: ReadNote, note: ReadNote): number {
  const { from, to } = crossedStrings(last, note)
  return Math.abs(stepsOf(instrument.strings[to]) - stepsOf(instrument.strings[from]))
}

/** Whether a crossing is plucked: no bow goes over. */
export const isPlucked = ({ map: { line } }: Reading, { note, last }: Crossed): boolean => {
  const plucked = pluckedIn(line)
  return plucked.has(note.placed.event.id) && plucked.has(last.placed.event.id)
}

type Crossed = {
  readonly note: ReadNote
  readonly last: ReadNote
  readonly skip: boolean
  readonly over: number
  readonly by: 'hand' | 'bow'
}

/** Every crossing that is not one finger hopping: that is a kind of its own. Found once for a reading. */
const crossed = once((r: Reading): Crossed[] => {
  const found: Crossed[] = []
  for (const note of r.notes) {
    const { move } = note
    const last = before(r, note)
    if (!move?.crossing || move.fifth || !last?.hold) continue
    const { strings: over } = move.crossing
    const [a, b] = facing(last.hold!, note.hold!)
    const by = a.finger > 0 && b.finger > 0 ? 'hand' : 'bow'
    found.push({ note, last, by, over: Math.abs(over), skip: Math.abs(motion(last, note)) >= 2 })
  }
  return found
})

/** What a slur and speed add, and a rest takes away. */
export function pressed(r: Reading, { note, last }: Crossed): number {
  if (note.rest) return IN_REST
  const seconds = secondsBetween(r.piece, last.placed.onset, last.placed.onset + last.ticks)
  return (note.slurred ? 0.2 : 0) + (seconds < QUICK ? 0.1 : seconds >= SLOW ? AT_LEISURE : 0)
}

/** Down to the next string, a step nearer to the nut: the finger stands behind the one that played, under the hand as it is. */
export function underHand({ note, last, over }: Crossed): boolean {
  const [a, b] = facing(last.hold!, note.hold!)
  const nearer = a.k - b.k
  return over === 1 && last.hold!.position === note.hold!.position && a.string > b.string && nearer >= 1 && nearer <= 2
}

/** What is known of every crossing: from which string to which, and whether under a slur. */
export const crossingOf = ({ last, note }: Crossed): OfCrossing => ({ ...crossedStrings(last, note), slurred: note.slurred })

const about = (r: Reading, c: Crossed) =>
  `${crossedStringNames(r, c.last, c.note)} ${facing(c.last.hold!, c.note.hold!)
    .map((s) => s.finger)
    .join(' ')}${c.note.slurred ? ' slurred' : ''}`

/** The crossings of a kind, as its detector sees them. */
export const fromCrossings = <F>(
  r: Reading,
  of: (c: Crossed) => boolean,
  found: (c: Crossed) => { readonly hard: number; readonly facts: F },
): (Seen & { readonly note: ReadNote; readonly facts: F })[] =>
  crossed(r)
    .filter(of)
    .map((c) => ({ note: c.note, about: about(r, c), ...found(c) }))
