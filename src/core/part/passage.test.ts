import { describe, expect, it } from 'vitest'
import { pieceSchema } from '../piece/piece.schema'
import { classAt, DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan } from '../plan/plan'
import { pieceFrom } from '../testing/piece'
import { partOfSeat } from './part'
import { passageOfPart, passageOfPiece } from './passage'

const D = { fifths: 2, mode: 'major' } as const

describe('a passage of a part', () => {
  const piece = pieceFrom('D4 E4 F#4 G4 | A4 (B4 C#5 D5 | D5) C#5 B4 A4 | G4 F#4 E4 D4', D)
  const map = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS).violin
  const part = partOfSeat(piece, map, false)

  it('is a piece of its own, with its numbers, and the slurs that lie in it', () => {
    const passage = passageOfPiece(piece, { from: 2, to: 3 })
    expect(pieceSchema.safeParse(passage).success).toBe(true)
    expect(passage.lines[0].measures.map((m) => m.number)).toEqual(['3', '4'])
    expect(passage.lines[0].slurs).toEqual([])
    expect(passageOfPiece(piece, { from: 1, to: 2 }).lines[0].slurs).toHaveLength(1)
    const [a, b, c, d] = piece.lines[0].measures
    const changed = { ...piece, lines: [{ ...piece.lines[0], measures: [a, { ...b, key: { fifths: -1, mode: 'major' as const } }, c, d] }] }
    expect(passageOfPiece(changed, { from: 2, to: 3 }).key.fifths).toBe(-1)
    expect(passageOfPiece(changed, { from: 1, to: 1 }).lines[0].measures[0].key).toBeUndefined()
  })
  it('is fingered as in the whole', () => {
    const inPart = passageOfPart(part, { from: 1, to: 2 }).measures.flatMap((m) => m.events.map((e) => [e.event.id, e.heads[0]?.finger]))
    const whole = part.measures.slice(1, 3).flatMap((m) => m.events.map((e) => [e.event.id, e.heads[0]?.finger]))
    expect(inPart).toEqual(whole)
  })
  it('says the position that the hand has brought along, and ends its bracket where it ends', () => {
    const high = pieceFrom('E5 F#5 A5 B5 | C#6 D6 C#6 B5 | A5 B5 C#6 D6 | z B4 A4 G4', D)
    const of = partOfSeat(high, ensembleMapper()(high, { ...emptyPlan(), octaves: { violin: 0 } }, classAt('third-position')).violin, false)
    const said = of.measures.flatMap((m) => m.events).filter((e) => e.position && e.position !== 'I')
    expect(said).toHaveLength(1)
    const middle = passageOfPart(of, { from: 1, to: 1 }).measures[0].events
    expect(middle[0]).toMatchObject({ position: said[0].position, keeps: middle[3].event.id })
    // Where the hand is back, nothing is brought along.
    expect(passageOfPart(of, { from: 3, to: 3 }).measures[0].events.every((e) => !e.position || e.position === 'I')).toBe(true)
  })
})
