import type { MappedNote } from '@/core/fingering/map'
import { once } from '@/core/once'
import { writtenLetter, type Talk } from '@/core/reading/talk'
import { lowFirst, type Part, type PartEvent } from '@/core/part/part'

/** The rows that can stand under a staff. */
export const ROWS = ['letter', 'string', 'finger'] as const
export type Row = (typeof ROWS)[number]

const MARK = { low: '↓', normal: '', high: '↑' }

/** "2", "↓2", "↑3": low and high as an arrow before the numeral. */
export const fingerText = (n: Pick<MappedNote, 'stop'>): string => `${MARK[n.stop.place]}${n.stop.finger}`

/** How letters are written under the notes of a class. */
export type Letters = Pick<Talk, 'names' | 'sharps' | 'upper'>
const PLAIN: Letters = { names: 'letters', sharps: true, upper: '' }

/** The lowest octave in which each letter comes in a part. */
const lowest = once(({ measures }: Part): ReadonlyMap<string, number> => {
  const found = new Map<string, number>()
  for (const e of measures.flatMap((m) => m.events))
    for (const { note } of e.heads)
      if (note) found.set(note.pitch.letter, Math.min(note.pitch.octave, found.get(note.pitch.letter) ?? Infinity))
  return found
})

/** What a row says under an event, low note first; empty for a note that is only held on or not mapped. */
export function rowText(part: Part, { heads }: PartEvent, row: Row, letters: Letters = PLAIN): string {
  const { map } = part
  const notes = lowFirst(heads).flatMap(({ note }) => (note && !note.held ? [note] : []))
  const one = (n: MappedNote): string => {
    switch (row) {
      case 'letter':
        return writtenLetter(letters, n.pitch) + (n.pitch.octave > lowest(part).get(n.pitch.letter)! ? letters.upper : '')
      case 'string':
        return map!.instrument.strings[n.stop.string].letter
      case 'finger':
        return fingerText(n)
    }
  }
  return notes.map(one).join('·')
}
