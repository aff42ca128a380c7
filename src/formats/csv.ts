/** What may stand in a cell of a table. */
type Cell = string | number | boolean | null

/** What a spreadsheet would take for a formula; a number is none. */
const FORMULA = /^[=+\-@\t\r]/
const NUMBER = /^[+-]?\d+(?:[.,]\d+)?$/

/** A cell of a table (RFC 4180: one with a comma, quote or line break is quoted). A text that a spreadsheet would run as a formula gets an apostrophe before it, by which it is a text (OWASP, CSV Injection; from memory). */
export function csvCell(v: Cell): string {
  if (v === null) return ''
  const text = typeof v === 'string' && FORMULA.test(v) && !NUMBER.test(v) ? `'${v}` : String(v)
  return /[",\r\n]/.test(text) ? `"${text.replace(/"/g, '""')}"` : text
}

/** A row of a table. */
export const csvRow = (cells: readonly Cell[]): string => `${cells.map(csvCell).join(',')}\r\n`

/** A cell as it was before {@link csvCell}. */
export const cellText = (text: string): string => (text.startsWith("'") && FORMULA.test(text.slice(1)) ? text.slice(1) : text)
