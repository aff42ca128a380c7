import type { Piece } from '@/core/piece/piece'

/** Something wrong in a file or text, where it stands (from 1; line 0 is the file as a whole), and what to do. */
export type SourceProblem = { readonly line: number; readonly column: number; readonly text: string }

/** A measure that does not add up; `long` when it holds too much. */
export type MisfitProblem = SourceProblem & { readonly long: boolean }

/**
 * What came of reading: the piece, what was left out of it and the measures that do not add up (kept as they are), or why
 * it could not be read.
 */
export type FileReading =
  | { readonly ok: true; readonly piece: Piece; readonly notices: readonly string[]; readonly misfits: readonly MisfitProblem[] }
  | { readonly ok: false; readonly problems: readonly SourceProblem[] }

export const refused = (...problems: SourceProblem[]): FileReading => ({ ok: false, problems })

export type TextPlace = { readonly line: number; readonly column: number }

/** Line and column of character offsets, for a text that is asked about often: its lines are found once. */
export function placesIn(text: string): (offset: number) => TextPlace {
  const starts = [0]
  for (let i = text.indexOf('\n'); i >= 0; i = text.indexOf('\n', i + 1)) starts.push(i + 1)
  return (offset) => {
    const at = Math.min(Math.max(0, offset), text.length)
    let [low, high] = [0, starts.length - 1]
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (starts[middle] <= at) low = middle
      else high = middle - 1
    }
    return { line: low + 1, column: at - starts[low] + 1 }
  }
}

/** Thrown inside a reader, caught at its door. */
export class SourceError extends Error {
  constructor(readonly problem: SourceProblem) {
    super(problem.text)
  }
}

/** A problem of the file as a whole. */
export const wholeFile = (text: string): FileReading => refused({ line: 0, column: 0, text })

/** "line 4, column 9: …". */
export const sayFileProblem = (p: SourceProblem): string => (p.line === 0 ? p.text : `line ${p.line}, column ${p.column}: ${p.text}`)
