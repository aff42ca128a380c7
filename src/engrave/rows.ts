import type { MappedNote } from '@/core/fingering/map'
import type { Pitch } from '@/core/music/pitch'
import { once } from '@/core/once'
import { numeral } from '@/core/reading/numeral'
import { writtenLetter, type Talk } from '@/core/plan/talk'
import { lowFirst, type Part, type PartEvent } from '@/core/part/part'

/** The rows that can stand under a staff. */
export const ROWS = ['letter', 'string', 'finger'] as const
/** With what is said of each note, which stands on paper only. */
export const PAPER_ROWS = [...ROWS, 'call'] as const
export type Row = (typeof PAPER_ROWS)[number]

/** How what stands under the notes is written, of the notes of a class. */
export type Letters = Pick<Talk, 'names' | 'sharps' | 'upper' | 'low'>
const PLAIN: Letters = { names: 'letters', sharps: true, upper: '', low: 'low 2' }

/** What is said of a part's notes, by event. */
export type SaidRow = ReadonlyMap<string, string>

/** The lowest octave in which each letter comes in a part. */
const lowest = once(({ measures }: Part): ReadonlyMap<string, number> => {
  const found = new Map<string, number>()
  for (const e of measures.flatMap((m) => m.events))
    for (const { note } of e.heads)
      if (note) found.set(note.pitch.letter, Math.min(note.pitch.octave, found.get(note.pitch.letter) ?? Infinity))
  return found
})

/** A letter as it stands inside a head: without its sign, which stands before the note or in the key. */
export const letterIn = (letters: Pick<Talk, 'names'>, p: Pitch): string => writtenLetter({ ...letters, sharps: false }, p)

/** What a row says under an event, low note first; empty for a note that is only held on or not mapped. */
export function rowText(part: Part, { heads, event }: PartEvent, row: Row, letters: Letters = PLAIN, said?: SaidRow): string {
  if (row === 'call') return said?.get(event.id) ?? ''
  const { map } = part
  const notes = lowFirst(heads).flatMap(({ note }) => (note && !note.held ? [note] : []))
  const one = (n: MappedNote): string => {
    switch (row) {
      case 'letter':
        return writtenLetter(letters, n.pitch) + (n.pitch.octave > lowest(part).get(n.pitch.letter)! ? letters.upper : '')
      case 'string':
        return map!.instrument.strings[n.stop.string].letter
      case 'finger':
        return numeral(n.stop, letters.low)
    }
  }
  return notes.map(one).join('·')
}
