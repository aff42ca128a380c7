import type { MappedNote } from '@/core/fingering/map'
import { letterName } from '@/core/music/pitch'
import { lowFirst, type Part, type PartEvent } from '@/core/part/part'

/** The rows that can stand under a staff. */
export const ROWS = ['letter', 'string', 'finger'] as const
export type Row = (typeof ROWS)[number]

const MARK = { low: '↓', normal: '', high: '↑' }

/** "2", "↓2", "↑3": low and high as an arrow before the numeral. */
export const fingerText = (n: Pick<MappedNote, 'stop'>): string => `${MARK[n.stop.place]}${n.stop.finger}`

/** What a row says under an event, low note first; empty for a note that is only held on or not mapped. */
export function rowText({ map }: Pick<Part, 'map'>, { heads }: PartEvent, row: Row): string {
  const notes = lowFirst(heads).flatMap(({ note }) => (note && !note.held ? [note] : []))
  const one = (n: MappedNote): string => {
    switch (row) {
      case 'letter':
        return letterName(n.pitch)
      case 'string':
        return map!.instrument.strings[n.stop.string].letter
      case 'finger':
        return fingerText(n)
    }
  }
  return notes.map(one).join('·')
}
