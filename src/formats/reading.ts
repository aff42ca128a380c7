import type { Piece } from '@/core/piece/piece'

/** Something wrong in a file or text, where it stands (from 1; line 0 is the file as a whole), and what to do. */
export type SourceProblem = { readonly line: number; readonly column: number; readonly text: string }

/** What came of reading: the piece and what was left out of it, or why it could not be read. */
export type Reading =
  | { readonly ok: true; readonly piece: Piece; readonly notices: readonly string[] }
  | { readonly ok: false; readonly problems: readonly SourceProblem[] }

export const refused = (...problems: SourceProblem[]): Reading => ({ ok: false, problems })

/** Line and column of a character offset. */
export function placeInText(text: string, offset: number): { line: number; column: number } {
  const before = text.slice(0, Math.max(0, offset))
  const line = before.split('\n').length
  return { line, column: before.length - before.lastIndexOf('\n') }
}

/** Thrown inside a reader, caught at its door. */
export class SourceError extends Error {
  constructor(readonly problem: SourceProblem) {
    super(problem.text)
  }
}

/** A problem of the file as a whole. */
export const wholeFile = (text: string): Reading => refused({ line: 0, column: 0, text })

/** "line 4, column 9: …". */
export const sayProblem = (p: SourceProblem): string => (p.line === 0 ? p.text : `line ${p.line}, column ${p.column}: ${p.text}`)
