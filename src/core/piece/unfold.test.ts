import { describe, expect, it } from 'vitest'
import { pieceFrom } from '../testing/piece'
import type { Measure } from './piece'
import { unfold } from './unfold'

const eight = pieceFrom(Array.from({ length: 8 }, () => 'C4:h').join(' '), undefined, { beats: 2, unit: 4 }).lines[0]
/** The measures as they are played, counted from 1, of eight with these marks. Common practice of printed music. */
const way = (marks: Record<number, Partial<Measure>>): string =>
  unfold({ ...eight, measures: eight.measures.map((m, i) => ({ ...m, ...marks[i + 1] })) })
    .map((i) => i + 1)
    .join(' ')

describe('the way through a line', () => {
  it('a repeat goes back to its start, or to just after the last one', () => {
    expect(way({ 2: { repeatStart: true }, 3: { repeatEnd: 2 } })).toBe('1 2 3 2 3 4 5 6 7 8')
    expect(way({ 2: { repeatEnd: 2 }, 4: { repeatEnd: 3 } })).toBe('1 2 1 2 3 4 3 4 3 4 5 6 7 8')
  })

  it('each pass has its ending; what follows repeats on its own', () => {
    const endings = { 3: { ending: [1], repeatEnd: 2 }, 4: { ending: [2] } }
    expect(way(endings)).toBe('1 2 3 1 2 4 5 6 7 8')
    expect(way({ ...endings, 6: { repeatEnd: 2 } })).toBe('1 2 3 1 2 4 5 6 5 6 7 8')
  })

  it('after D.C. repeats are not taken and the last ending is played', () => {
    expect(way({ 2: { repeatEnd: 2 }, 5: { fine: true }, 8: { jump: { to: 'start', then: 'fine' } } })).toBe(
      '1 2 1 2 3 4 5 6 7 8 1 2 3 4 5',
    )
    const endings = { 2: { ending: [1], repeatEnd: 2 }, 3: { ending: [2] } }
    expect(way({ ...endings, 4: { fine: true }, 6: { jump: { to: 'start', then: 'fine' } } })).toBe('1 2 1 3 4 5 6 1 3 4')
  })

  it('D.S. goes back to the sign, and from there over to the coda', () => {
    const marks = { 2: { segno: true }, 3: { toCoda: true }, 5: { jump: { to: 'segno', then: 'coda' } as const }, 6: { coda: true } }
    expect(way(marks)).toBe('1 2 3 4 5 2 3 6 7 8')
    // The coda repeats like any other passage.
    expect(way({ ...marks, 7: { repeatEnd: 2 } })).toBe('1 2 3 4 5 2 3 6 7 6 7 8')
  })
})
