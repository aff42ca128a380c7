import { printedPitch } from '../music/noteName'
import { midiOf } from '../music/pitch'
import { rangeOf } from './edit'
import { headline } from './headline'
import type { Piece } from './piece'
import type { Summary } from './summary.schema'

/** The summary of a piece: of its first line, where it says one thing of the whole. */
export function summaryOf(piece: Piece): Summary {
  const range = rangeOf(piece.lines[0], midiOf)
  return {
    title: piece.title,
    headline: headline(piece.key, piece.meter, piece.tempo),
    measures: piece.lines[0].measures.length,
    lines: piece.lines.length,
    range: range ? `${printedPitch('letters', range.low)} to ${printedPitch('letters', range.high)}` : 'rests only',
  }
}

/** The text that a search looks in, in small letters: a sharp can be typed as # and a flat as b. */
export const searchText = ({ title, headline, range }: Summary): string => searchable(`${title} ${headline} ${range}`)

/** Words as they are searched for. */
export const searchable = (text: string): string => text.toLowerCase().replaceAll('♯', '#').replaceAll('♭', 'b')
