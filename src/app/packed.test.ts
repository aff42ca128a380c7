import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Piece } from '@/core/piece/piece'
import { pieceFrom } from '@/core/testing/piece'
import { inflated } from '@/ui/kit/Unpacked'
import { deflated, packed } from './packed'

const sent = <T>(value: T) => {
  const made = deflated(value, 'wait')
  return 'deflated' in made ? made.deflated : ''
}

describe('a value that is deflated on its way to its screen', () => {
  it('arrives as it was, whatever is in it', () =>
    fc.assert(
      fc.asyncProperty(fc.jsonValue(), async (value) => {
        // Once through JSON: it knows no -0.
        expect(await inflated(sent(value))).toEqual(JSON.parse(JSON.stringify(value)))
      }),
    ))

  it('keeps signs and letters beyond ASCII, and is small when much in it returns', async () => {
    const notes = Array.from({ length: 2000 }, (_, i) => ({ id: `e${i}`, title: 'Über den Bach ♯♭𝄞', pitch: { letter: 'G', alter: 0 } }))
    expect(await inflated(sent(notes))).toEqual(notes)
    expect(sent(notes).length).toBeLessThan(JSON.stringify(notes).length / 8)
  })
})

describe('a piece on its way to its screen', () => {
  const one = pieceFrom('G4 A4 B4 D5 |')
  const long = (measures: number): Piece => {
    const [line] = one.lines
    return { ...one, lines: [{ ...line, measures: Array.from({ length: measures }, () => line.measures[0]) }] }
  }

  it('is sent as it is, so that the server can draw it', () => {
    expect(packed({ piece: long(160) })).toEqual({ json: JSON.stringify({ piece: long(160) }), said: `Opening ${one.title} …` })
  })

  it('is left to the browser when it is long, with what is said meanwhile', () => {
    expect(packed({ piece: long(161) })).toEqual({ deflated: expect.any(String), said: `Opening ${one.title} …` })
  })
})
