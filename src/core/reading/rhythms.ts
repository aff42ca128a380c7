import type { Rhythm } from '../instruments/reads'
import { feltBeatTicks, isCompound, measureTicks, type Meter } from '../music/time'
import type { NoteEvent } from '../piece/piece'
import { ofLine, type ReadNote, type Reading } from './reading'

/**
 * Whether a note is struck between the beats that are felt and held on over the next one; or, of four beats, on the second
 * and held on over the third, with another after it: short, long, short. Common practice.
 */
export const isSyncopated = ({ placed, ticks }: Pick<ReadNote, 'placed' | 'ticks'>): boolean =>
  comesEarly(placed.at.meter, placed.into, ticks)

/** The same of a note so many ticks into a measure. */
export function comesEarly(meter: Meter, into: number, ticks: number): boolean {
  const beat = feltBeatTicks(meter)
  const off = into % beat
  if (off > 0) return off + ticks > beat
  const whole = measureTicks(meter)
  return whole === 4 * beat && into === beat && ticks >= 2 * beat && into + ticks < whole
}

/** Whether a note is tied on over a barline. */
export const isTiedOver = ({ placed, ticks }: Pick<ReadNote, 'placed' | 'ticks'>): boolean =>
  ticks > placed.ticks && placed.onset + ticks > placed.at.start + placed.at.length

/** What has to be learned to beat a note, the rarest first; nothing for quarters and halves on the beat. */
export function rhythmsAt(note: ReadNote): Rhythm[] {
  const { value } = note.placed.event as NoteEvent
  const compound = isCompound(note.placed.at.meter)
  const found: Rhythm[] = []
  if (isSyncopated(note)) found.push('syncopation')
  if (compound) found.push('compound')
  if (value.tuplet) found.push('triplets')
  else if (value.base === '16th' || value.base === '32nd' || value.base === '64th' || value.base === '128th') found.push('sixteenths')
  else if (!compound) {
    if (value.base === 'quarter' && value.dots > 0) found.push('dotted quarter')
    if (value.base === 'half' && value.dots > 0) found.push('dotted half')
    if (value.base === 'eighth') found.push(value.dots > 0 ? 'sixteenths' : 'eighths')
    if (value.base === 'whole' || value.base === 'breve') found.push('whole')
  }
  if (note.ticks > note.placed.ticks) found.push('ties')
  return found
}

/** Every note of a line with what its rhythm asks for, by its place in the line. Found once for all who read it. */
export const rhythmsOf = ofLine((r: Reading) =>
  r.notes.flatMap((n) => {
    const rhythms = rhythmsAt(n)
    return rhythms.length ? [{ at: n.index, rhythms }] : []
  }),
)
