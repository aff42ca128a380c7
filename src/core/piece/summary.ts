import * as z from 'zod/mini'
import { midiOf, printedPitch } from '../music/pitch'
import { rangeOf } from './edit'
import { headline } from './headline'
import type { Piece } from './piece'

/** What a shelf says of a piece in two lines. */
export const summarySchema = z.object({
  title: z.string(),
  headline: z.string(),
  measures: z.int().check(z.minimum(0)),
  lines: z.int().check(z.minimum(0)),
  range: z.string(),
})
export type Summary = Readonly<z.infer<typeof summarySchema>>

/** The summary of a piece: of its first line, where it says one thing of the whole. */
export function summaryOf(piece: Piece): Summary {
  const range = rangeOf(piece.lines[0], midiOf)
  return {
    title: piece.title,
    headline: headline(piece.key, piece.meter, piece.tempo),
    measures: piece.lines[0].measures.length,
    lines: piece.lines.length,
    range: range ? `${printedPitch(range.low)} to ${printedPitch(range.high)}` : 'rests only',
  }
}

/** The text that a search looks in, in small letters: a sharp can be typed as # and a flat as b. */
export const searchText = ({ title, headline, range }: Summary): string => searchable(`${title} ${headline} ${range}`)

/** Words as they are searched for. */
export const searchable = (text: string): string => text.toLowerCase().replaceAll('♯', '#').replaceAll('♭', 'b')
