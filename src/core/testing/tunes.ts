import fc from 'fast-check'
import { parsePitch, pitchAt, pitchName, stepsOf } from '../music/pitch'
import { alterIn } from '../music/key'
import type { Piece } from '../piece/piece'
import { pieceFrom } from './piece'

/** Keys that classes play in, by fifths, and how a line of theirs goes: mostly by step, now and then by a leap or on the same note. */
const FIFTHS = [2, 1, 0, 3, -1, -2] as const
const MOVES = [1, -1, 1, -1, 2, -2, 0, 3, -3, 4, -4] as const

/** A tune in a class's key within a range of five notes to an octave and a half, with how many notes it has. */
export type Tune = { readonly piece: Piece; readonly notes: number }

export const tunes: fc.Arbitrary<Tune> = fc
  .record({
    fifths: fc.constantFrom(...FIFTHS),
    low: fc.integer({ min: stepsOf(parsePitch('G3')!), max: stepsOf(parsePitch('E5')!) }),
    span: fc.integer({ min: 4, max: 11 }),
    start: fc.nat(),
    moves: fc.array(fc.constantFrom(...MOVES), { minLength: 8, maxLength: 40 }),
  })
  .map(({ fifths, low, span, start, moves }): Tune => {
    let at = low + (start % (span + 1))
    const words = moves.map((by) => {
      const natural = pitchAt(at, 0)
      const word = pitchName({ ...natural, alter: alterIn({ fifths }, natural.letter) })
      at = Math.min(low + span, Math.max(low, at + by))
      return word
    })
    return { piece: pieceFrom(words.join(' '), { fifths, mode: 'major' }), notes: words.length }
  })
