import { describe, expect, it } from 'vitest'
import { mapsOf, ensembleMapper } from '@/core/balance/ensemble'
import { classAt } from '@/core/plan/class'
import { emptyPlan, withOctave } from '@/core/plan/plan'
import { STEP_IDS } from '@/core/instruments/instrument'
import { newPlaces, sayNewPlaces } from '@/core/tapes/needed'
import { fromNut } from '@/core/tapes/tapes'
import { demoPieces } from './testing/demo'

describe('places for the first time', () => {
  it('are those of the notes that are marked new for the hand, and of no other: every demo piece, seat and step', () => {
    let some = 0
    for (const piece of demoPieces())
      for (const step of STEP_IDS)
        for (const map of mapsOf(ensembleMapper()(piece, emptyPlan(), classAt(step)))) {
          const { columns, chosen } = map.solution
          const wanted = new Set<number>()
          columns.forEach((c, i) => {
            const h = c.holds[chosen[i]]
            if (h.needs.some((n) => n !== 'string' && n !== 'chord')) for (const s of h.stops) if (s.finger > 0) wanted.add(s.k)
          })
          expect(
            [...new Set(newPlaces(map).map((p) => p.k))].sort((a, b) => a - b),
            `${piece.title} ${step} ${map.seat.id}`,
          ).toEqual([...wanted].sort((a, b) => a - b))
          some += wanted.size
        }
    expect(some).toBeGreaterThan(50)
  })
  it('are said with how far they lie from the nut; a class that has learned everything needs none', () => {
    const ferry = demoPieces().find((p) => p.title === 'The Ferry at Low Water')!
    const maps = (step: (typeof STEP_IDS)[number]) => mapsOf(ensembleMapper()(ferry, withOctave(emptyPlan(), 'cello', -1), classAt(step)))
    expect(sayNewPlaces(maps('seventh-position'))).toBe('')
    const said = sayNewPlaces(maps('first-position'))
    expect(said).toContain(`cello 1 in IV (${fromNut(692, 7).toFixed(1)} mm)`)
    expect(said).not.toContain('violin')
  })
})
