import { describe, expect, it } from 'vitest'
import { ensembleMapper, mapsOf } from '../../balance/ensemble'
import { classAt } from '../../plan/class'
import { emptyPlan } from '../../plan/plan'
import type { Piece } from '../../piece/piece'
import { spotsOf } from '../../reading/spots'
import { TOLD } from '../../testing/saidFirst'
import { pieceFrom } from '../../testing/piece'
import { sayBeyond } from './beyond'
import { PLAIN_TONGUE } from './hands'

const of = (piece: Piece, step: Parameters<typeof classAt>[0]) => {
  const maps = mapsOf(ensembleMapper()(piece, emptyPlan(), classAt(step)))
  const spots = maps.flatMap((m) => spotsOf(piece, m))
  return { maps, spots, text: sayBeyond(spots, maps, PLAIN_TONGUE) }
}

describe('what matters first', () => {
  it('is nothing where nothing is new', () => {
    expect(of(pieceFrom('D4 E4 F#4 G4', { fifths: 2, mode: 'major' }), 'first-position').text).toBeNull()
  })

  it('is one new thing, of the seat that meets it most often, with how often', () => {
    let said = 0
    for (const { piece } of TOLD)
      for (const step of ['three-fingers', 'four-strings', 'first-position'] as const) {
        const { spots, maps, text } = of(piece, step)
        const fresh = spots.filter((s) => s.kind === 'new-for-class')
        const out = spots.filter((s) => s.kind === 'out-of-reach')
        if (fresh.length === 0 && out.length === 0) {
          expect(text).toBeNull()
          continue
        }
        said++
        const [, times] = / (\d+) (?:places?|notes?)\b/.exec(text!) ?? [null, '']
        const seat = maps.find((m) => text!.startsWith(m.instrument.name))!.seat.id
        const own = (out.length ? out : fresh).filter((s) => s.seat === seat)
        // As often as said at the most: of one seat several things may be new.
        expect(Number(times), text!).toBeLessThanOrEqual(own.length)
        expect(Number(times), text!).toBeGreaterThan(0)
        if (out.length) expect(Number(times)).toBe(own.length)
      }
    expect(said).toBeGreaterThan(3)
  })
})
