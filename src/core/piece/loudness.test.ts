import { describe, expect, it } from 'vitest'
import { bowingOf } from '../bowing/bow'
import { pieceFrom } from '../testing/piece'
import { hairpinsOf, loudnessOf } from './loudness'
import type { Line, PieceEvent } from './piece'

/** A line with something set at its events, by id. */
function lineWith(text: string, set: Record<string, Partial<PieceEvent>>): Line {
  const [line] = pieceFrom(text).lines
  return { ...line, measures: line.measures.map((m) => ({ ...m, events: m.events.map((e) => ({ ...e, ...set[e.id] }) as PieceEvent) })) }
}
const EIGHT = 'D4 E4 F4 G4 A4 B4 C5 D5'
const spans = (line: Line) => hairpinsOf(line).map((h) => `${h.kind} ${h.from} ${h.to}`)
const loud = (line: Line) => [...loudnessOf(line).values()].map((x) => Math.round(10 * x) / 10)

describe('hairpins', () => {
  it('last from where they begin to the next event at which one ends', () => {
    expect(spans(lineWith(EIGHT, { e0: { hairpin: 'crescendo' }, e3: { hairpinEnd: true } }))).toEqual(['crescendo e0 e3'])
  })
  it('one may end where the next begins; one may be a single note; one without an end lasts to the last note', () => {
    const line = lineWith(EIGHT, {
      e0: { hairpin: 'crescendo' },
      e2: { hairpin: 'diminuendo', hairpinEnd: true },
      e4: { hairpinEnd: true },
      e5: { hairpin: 'crescendo', hairpinEnd: true },
      e6: { hairpin: 'diminuendo' },
    })
    expect(spans(line)).toEqual(['crescendo e0 e2', 'diminuendo e2 e4', 'crescendo e5 e5', 'diminuendo e6 e7'])
  })
  it('an end that nothing began is nothing; a new one ends the one before', () => {
    expect(spans(lineWith(EIGHT, { e1: { hairpinEnd: true } }))).toEqual([])
    expect(spans(lineWith(EIGHT, { e0: { hairpin: 'crescendo' }, e4: { hairpin: 'diminuendo' }, e6: { hairpinEnd: true } }))).toEqual([
      'crescendo e0 e3',
      'diminuendo e4 e6',
    ])
  })
})

describe('loudness', () => {
  it('is the last dynamic, in steps from mezzo forte; an accent is of one note', () => {
    expect(loud(lineWith(EIGHT, { e1: { dynamic: 'p' }, e3: { dynamic: 'sfz' }, e5: { dynamic: 'f' } }))).toEqual([
      0, -2, -2, 1, -2, 1, 1, 1,
    ])
  })
  it('goes along a hairpin to the dynamic after it, else by one step, and stays there', () => {
    const to = lineWith(EIGHT, { e0: { dynamic: 'p', hairpin: 'crescendo' }, e3: { hairpinEnd: true }, e4: { dynamic: 'f' } })
    expect(loud(to)).toEqual([-2, -1, 0, 1, 1, 1, 1, 1])
    const by = lineWith(EIGHT, { e0: { hairpin: 'diminuendo' }, e2: { hairpinEnd: true } })
    expect(loud(by)).toEqual([0, -0.5, -1, -1, -1, -1, -1, -1])
  })
})

it('the bow takes less of itself where it is soft, and more where it is loud (common practice)', () => {
  const used = (dynamic: 'pp' | 'mf' | 'ff') => {
    const line = lineWith('D4 E4 F4 G4', { e0: { dynamic } })
    const piece = { ...pieceFrom('D4'), lines: [line] }
    const [first] = bowingOf(piece, line).strokes
    return Math.abs(first.to - first.from)
  }
  expect(used('pp')).toBeLessThan(used('mf'))
  expect(used('mf')).toBeLessThan(used('ff'))
})
