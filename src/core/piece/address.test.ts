import { describe, expect, it } from 'vitest'
import { asPrinted, startsEvery, withStartAt } from '../seats/book'
import { PUPIL } from '../words/en/pupil'
import { bookFor, emptyPlan, withBook } from '../plan/plan'
import { readPlan } from '../plan/plan.schema'
import { DEFAULT_CLASS } from '../plan/class'
import { readClassSettings } from '../plan/class.schema'
import { pieceFrom } from '../testing/piece'
import {
  addressesOf,
  indexNamed,
  inMeasures,
  isThroughout,
  nameAll,
  nameForAll,
  nameOf,
  printedLines,
  sayMeasure,
  sayMeasures,
  sayStretch,
  shortOf,
} from './address'
import type { Line, Piece } from './piece'

const bars = (n: number): Piece => pieceFrom(Array.from({ length: n }, () => 'D4 E4 F4 G4').join(' | '))
/** The line with printed lines beginning at these measures, counted from 0. */
const printed = (line: Line, ...starts: number[]): Line => ({
  ...line,
  measures: line.measures.map((m, i) => (starts.includes(i) ? { ...m, newLine: true } : m)),
})

describe('places as they are printed', () => {
  const plain = bars(12).lines[0]
  const line = printed(plain, 4, 8)

  it('are numbers where nobody has said where lines begin', () => {
    expect(addressesOf(plain)).toBeNull()
    expect(printedLines(plain)).toBeNull()
    expect(sayMeasure(plain, 6)).toBe('measure 7')
    expect(nameOf(plain, 6)).toBe('7')
    expect(shortOf(plain, 6)).toBe('7')
    // One long line is none.
    expect(addressesOf(printed(plain, 0))).toBeNull()
  })

  it('are line and measure where they are known', () => {
    expect(addressesOf(line)?.[6]).toEqual({ line: 2, measure: 3 })
    expect(sayMeasure(line, 6)).toBe('line 2, measure 3')
    expect(shortOf(line, 6)).toBe('2.3')
    expect(printedLines(line)).toEqual([
      { from: 0, to: 3 },
      { from: 4, to: 7 },
      { from: 8, to: 11 },
    ])
  })

  it('count neither a pickup nor the second half of a measure that a repeat cuts', () => {
    const { measures } = plain
    const cut: Line = {
      ...plain,
      measures: [
        { ...measures[0], number: '0', pickup: true },
        { ...measures[1], number: '1' },
        { ...measures[2], number: '2', repeatEnd: 2 },
        { ...measures[3], number: '2' },
        { ...measures[4], number: '3', newLine: true },
      ],
    }
    expect(addressesOf(cut)?.map((a) => `${a.line}.${a.measure}`)).toEqual(['1.0', '1.1', '1.2', '1.2', '2.1'])
    expect(sayMeasure(cut, 0)).toBe('line 1, the pickup')
    expect(nameAll(cut, [0, 1, 2, 4])).toBe('line 1, the pickup and 3 more')
  })

  it('are said in lists, by numbers as stretches', () => {
    expect(nameAll(plain, [0])).toBe('1')
    expect(nameAll(plain, [1, 0])).toBe('1 and 2')
    expect(nameAll(plain, [0, 1, 2, 6])).toBe('1–3 and 7')
    expect(nameAll(plain, [0, 2, 4, 6, 8, 10])).toBe('1 and 5 more')
    expect(sayMeasures(plain, [3])).toBe('measure 4')
    expect(sayMeasures(plain, [3, 7])).toBe('measures 4 and 8')
  })

  it('are said in lists, line by line, a whole line by itself', () => {
    expect(nameAll(line, [5])).toBe('line 2, measure 2')
    expect(nameAll(line, [2, 3, 4])).toBe('line 1, measures 3 and 4, and line 2, measure 1')
    expect(nameAll(line, [4, 5, 6, 7, 8])).toBe('line 2, and line 3, measure 1')
    expect(nameAll(line, [0, 1, 2])).toBe('line 1, measures 1–3')
    const long = bars(12).lines[0]
    const each = printed(long, 2, 4, 6, 8, 10)
    expect(nameAll(each, [0, 1, 2, 5])).toBe('line 1 and 2 more measures')
    expect(nameAll(each, [0, 2, 4, 6, 8, 10])).toBe('line 1, measure 1 and 5 more')
  })

  it('are said with their noun, and as all the way through where there are no others', () => {
    expect(sayMeasures(plain, [0, 1, 2, 6])).toBe('measures 1–3 and 7')
    expect(sayMeasures(plain, [0, 2, 4, 6, 8])).toBe('measure 1 and 4 more')
    expect(sayMeasures(plain, [0, 1, 2, 4, 6, 8])).toBe('measures 1–3 and 3 more')
    const every = plain.measures.map((_, i) => i)
    expect([isThroughout(plain, every), isThroughout(plain, every.slice(1))]).toEqual([true, false])
    expect([inMeasures(plain, every), inMeasures(plain, [3]), inMeasures(line, [5])]).toEqual([
      'all the way through',
      'in measure 4',
      'in line 2, measure 2',
    ])
  })

  it('are said as stretches', () => {
    expect(sayStretch(plain, 4, 7)).toBe('measures 5–8')
    expect(sayStretch(plain, 4, 4)).toBe('measure 5')
    expect(sayStretch(line, 4, 7)).toBe('line 2')
    expect(sayStretch(line, 0, 7)).toBe('lines 1 and 2')
    expect(sayStretch(line, 4, 5)).toBe('line 2, measures 1 and 2')
    expect(sayStretch(line, 4, 6)).toBe('line 2, measures 1–3')
    expect(sayStretch(line, 2, 4)).toBe('line 1, measure 3 to line 2, measure 1')
  })

  it('are numbers again where one book is printed otherwise than another', () => {
    expect(nameForAll([line, line], [5])).toBe('line 2, measure 2')
    expect(nameForAll([line, printed(plain, 6)], [5])).toBe('measure 6')
    expect(nameForAll([line, printed(plain, 6)], [5, 9])).toBe('measures 6 and 10')
    expect(nameForAll([line, printed(plain, 6)], [1])).toBe('line 1, measure 2')
  })

  it('are found by number, and by line and measure', () => {
    expect(indexNamed(line, '7')).toBe(6)
    expect(indexNamed(line, ' 2.3 ')).toBe(6)
    expect(indexNamed(line, '2, 3')).toBe(6)
    expect(indexNamed(line, '4.1')).toBe(-1)
    expect(indexNamed(plain, '2.3')).toBe(-1)
  })
})

describe('a printed book', () => {
  const piece = bars(12)
  const [line] = piece.lines
  const first = (i: number) => line.measures[i].events[0].id

  it('says page and exercise', () => {
    expect(PUPIL.book('14', '47 b')).toBe('page 14, no. 47 b')
    expect(PUPIL.book(undefined, '47')).toBe('no. 47')
    expect(PUPIL.book(undefined, undefined)).toBe('')
  })

  it('has its lines for all, or one seat its own, and takes back what was said', () => {
    const all = withBook(emptyPlan(), null, { page: '14', lines: startsEvery(line, 4) })
    expect(all.book).toEqual({ page: '14', lines: [first(4), first(8)] })
    const one = withBook(all, 'cello', { page: '12' })
    expect(bookFor(one, 'cello')).toEqual({ page: '12', lines: all.book.lines })
    expect(bookFor(one, 'viola')).toBe(all.book)
    expect(withBook(one, 'cello', { page: undefined })).toEqual(all)
    expect(withBook(all, null, { page: undefined, lines: undefined })).toEqual(emptyPlan())
  })

  it('is not known of what was stored before there was any', () => {
    const { book: _, seatBooks: __, ...old } = emptyPlan()
    expect(readPlan({ ...old, octaves: { bass: -1 } })).toEqual({ ...emptyPlan(), octaves: { bass: -1 } })
    const { places: ___, ...before } = DEFAULT_CLASS
    expect(readClassSettings(before)).toEqual(DEFAULT_CLASS)
  })

  it('gets a line with one click a line, and loses it with another', () => {
    const starts = withStartAt(line, 4)
    expect(starts).toEqual([first(4)])
    const once = asPrinted(piece, line, { lines: starts }, 'lines')
    expect(withStartAt(once, 2)).toEqual([first(2), first(4)])
    expect(withStartAt(once, 4)).toEqual([])
    expect(withStartAt(once, 0)).toEqual([first(4)])
  })

  it('stays with its notes when a measure is put in before', () => {
    const { measures } = line
    const grown: Piece = { ...piece, lines: [{ ...line, measures: [{ ...measures[0], events: [] }, ...measures] }] }
    const there = asPrinted(grown, grown.lines[0], { lines: [first(4)] }, 'lines')
    expect(printedLines(there)?.map((l) => l.from)).toEqual([0, 5])
  })

  it('gives the same line for the same question, so that nothing is solved twice', () => {
    const book = { lines: startsEvery(line, 4) }
    const there = asPrinted(piece, line, book, 'lines')
    expect(asPrinted(piece, line, book, 'lines')).toBe(there)
    expect(asPrinted(piece, line, {}, 'lines')).toBe(line)
    // Lines of the file are put away by a book that says none, and by a class that counts measures.
    expect(printedLines(asPrinted(piece, there, { lines: [] }, 'lines'))).toBeNull()
    const numbers = asPrinted(piece, there, book, 'numbers')
    expect(printedLines(numbers)).toBeNull()
    expect(asPrinted(piece, there, book, 'numbers')).toBe(numbers)
    expect(asPrinted(piece, line, {}, 'numbers')).toBe(line)
  })
})
