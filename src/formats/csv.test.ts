import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { cellText, csvCell, csvRow } from './csv'

describe('cells of a table', () => {
  it('hold no formula: a text that begins like one is marked as a text, a number is left alone', () => {
    for (const text of ['=1+1', '+cmd', '-2+3', '@SUM(A1)', '\tx', '\r=1', '=HYPERLINK("x")']) {
      const read = Papa.parse<string[]>(csvRow([text])).data[0][0]
      expect(read, JSON.stringify(text)).toBe(`'${text}`)
      expect(cellText(read)).toBe(text)
    }
    expect([-2, 3.5, null, true].map(csvCell)).toEqual(['-2', '3.5', '', 'true'])
    expect(['-2', '+3,5', '-0.25', 'A-3'].map(csvCell)).toEqual(['-2', '"+3,5"', '-0.25', 'A-3'])
  })
  it('are read back by a general reader of RFC 4180 as they were written', () => {
    fc.assert(
      fc.property(fc.array(fc.string({ unit: 'grapheme' }), { minLength: 2, maxLength: 5 }), (cells) => {
        const [read] = Papa.parse<string[]>(csvRow(cells), { newline: '\r\n', delimiter: ',' }).data
        // What begins with the mark itself is the one text that another may be taken for.
        const own = cells.map((c) => (/^'[=+\-@\t\r]/.test(c) ? cellText(c) : c))
        expect(read.map(cellText)).toEqual(own)
      }),
    )
  })
})
