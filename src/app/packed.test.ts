import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { unpacked } from '@/ui/kit/packed'
import { packed } from './packed'

describe('a value on its way to its screen', () => {
  it('arrives as it was, whatever is in it', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        // Once through JSON: it knows no -0.
        expect(unpacked(packed(value))).toEqual(JSON.parse(JSON.stringify(value)))
      }),
    )
  })

  it('keeps signs and letters beyond ASCII, and is small when much in it returns', () => {
    const notes = Array.from({ length: 2000 }, (_, i) => ({ id: `e${i}`, title: 'Über den Bach ♯♭𝄞', pitch: { letter: 'G', alter: 0 } }))
    const small = packed(notes)
    expect(unpacked(small)).toEqual(notes)
    expect(small.length).toBeLessThan(JSON.stringify(notes).length / 8)
  })
})
