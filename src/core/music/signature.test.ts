import { describe, expect, it } from 'vitest'
import { CLEFS, type ClefName } from './clef'
import { SHARP_ORDER } from './key'
import { pitchAt } from './pitch'
import { signatureLetters, signaturePlaces } from './signature'

describe('signatures on the staff', () => {
  it.each(['treble', 'alto', 'tenor', 'bass'] as ClefName[])(
    'stands on its letters in the %s clef, inside or just above the staff',
    (clef) => {
      for (let fifths = -7; fifths <= 7; fifths++) {
        const places = signaturePlaces(clef, fifths)
        const order = fifths > 0 ? SHARP_ORDER : [...SHARP_ORDER].reverse()
        expect(places.map((p) => pitchAt(CLEFS[clef].middle + p, 0).letter)).toEqual(order.slice(0, Math.abs(fifths)))
        for (const p of places) expect(p >= -5 && p <= 5, `${clef} ${fifths}`).toBe(true)
      }
    },
  )
  it('is said with its letters', () => {
    expect(signatureLetters(2)).toEqual(['F', 'C'])
    expect(signatureLetters(-1)).toEqual(['B'])
  })
})
