import { printedPitch, type NoteNames } from '../music/noteName'
import { midiOf } from '../music/pitch'
import { rangeOf } from './edit'
import { headline } from './headline'
import type { Piece } from './piece'
import type { Summary } from './summary.schema'

/** The summary of a piece: of its first line, where it says one thing of the whole. */
export function summaryOf(piece: Piece): Summary {
  const { title, key, meter, tempo } = piece
  const range = rangeOf(piece.lines[0], midiOf)
  const facts = { key, meter, ...(tempo ? { tempo } : {}), ends: range ? { low: range.low, high: range.high } : null }
  return { title, ...saidOf(facts, 'letters'), measures: piece.lines[0].measures.length, lines: piece.lines.length, facts }
}

const saidOf = ({ key, meter, tempo, ends }: NonNullable<Summary['facts']>, names: NoteNames): Pick<Summary, 'headline' | 'range'> => ({
  headline: headline(key, meter, tempo, false, names),
  range: ends ? `${printedPitch(names, ends.low)} to ${printedPitch(names, ends.high)}` : 'rests only',
})

/** The summary with its notes as a class calls them; one of before, which has no facts, stays as it is. */
export const summaryIn = (names: NoteNames, summary: Summary): Summary =>
  summary.facts ? { ...summary, ...saidOf(summary.facts, names) } : summary

/** The text that a search looks in, in small letters: a sharp can be typed as # and a flat as b. */
export const searchText = ({ title, headline, range }: Summary): string => searchable(`${title} ${headline} ${range}`)

/** Words as they are searched for. */
export const searchable = (text: string): string => text.toLowerCase().replaceAll('♯', '#').replaceAll('♭', 'b')
