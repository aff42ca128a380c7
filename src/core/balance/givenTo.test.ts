import { describe, expect, it } from 'vitest'
import type { Piece } from '../piece/piece'
import { pieceFrom } from '../testing/piece'
import { DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from './ensemble'
import { givenTo } from './givenTo'
import { emptyPlan } from '../plan/plan'

/** The notes with a finger each. */
const fingered = (text: string, fingers: readonly number[], line: Partial<Piece['lines'][number]> = {}): Piece => {
  const piece = pieceFrom(text, { fifths: 2, mode: 'major' })
  const [first] = piece.lines
  let at = 0
  const measures = first.measures.map((m) => ({
    ...m,
    events: m.events.map((e) => (e.kind === 'note' ? { ...e, heads: e.heads.map((h) => ({ ...h, givenFinger: fingers[at++] })) } : e)),
  }))
  return { ...piece, lines: [{ ...first, ...line, measures }] }
}
const to = (...pieces: Piece[]) => {
  const piece = { ...pieces[0], lines: pieces.flatMap((p) => p.lines) }
  const plan = emptyPlan()
  return givenTo(piece, plan, DEFAULT_CLASS, ensembleMapper()(piece, plan, DEFAULT_CLASS)).map((g) => [g.map.seat.id, g.count])
}

describe('fingers of the file', () => {
  it('of a line that is nobody’s are offered to the hands that can have them', () => {
    // D major from the open string (common practice): 0 1 2 3 in a hand by letters, 0 1 3 4 in one by half steps.
    expect(to(fingered('D4 E4 F#4 G4', [0, 1, 2, 3])).map(([id]) => id)).toEqual(['violin'])
    expect(to(fingered('D4 E4 F#4 G4', [0, 1, 3, 4])).map(([id]) => id)).toEqual(['cello'])
    expect(to(pieceFrom('D4 E4'))).toEqual([])
  })
  it('of a part that names its player are offered to that player only', () => {
    const violin = fingered('D4 E4 F#4 G4', [0, 1, 2, 3], { name: 'Violin' })
    const cello = {
      ...fingered('D3 E3 F#3 G3', [0, 1, 3, 4]),
      lines: fingered('D3 E3 F#3 G3', [0, 1, 3, 4], { name: 'Cello', clef: 'bass' }).lines,
    }
    expect(to(violin)).toEqual([['violin', 4]])
    const both = to(violin, cello)
    expect(both).toContainEqual(['violin', 4])
    expect(both).toContainEqual(['cello', 4])
    expect(both.map(([id]) => id)).not.toContain('viola')
  })
})
