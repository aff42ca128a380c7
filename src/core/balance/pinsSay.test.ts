import { describe, expect, it } from 'vitest'
import { pieceFrom } from '../testing/piece'
import { classAt, DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from './ensemble'
import { emptyPlan, type Plan } from '../plan/plan'
import { inWay, pinsSay } from './pinsSay'

const G = { fifths: 1, mode: 'major' } as const
const pins = (of: Plan['pins']): Plan => ({ ...emptyPlan(), pins: of })
const FOUR = { fingers: [4] }

describe('what the pins say', () => {
  it('is the decision that would have made most of them needless, found by fingering without them', () => {
    // 4 between two notes on D, where the class takes the open A.
    const piece = pieceFrom('G4 A4 G4 F#4 G4 A4 G4 E4 G4 A4 F#4 D4', G)
    const works = [{ piece, plan: pins({ violin: { e1: FOUR, e5: FOUR, e9: FOUR }, viola: { e1: FOUR, e5: FOUR } }) }]
    const said = pinsSay(works, DEFAULT_CLASS)
    expect(said).toMatchObject({ pins: 5, pieces: 1, needless: 0 })
    expect(said.best?.way).toMatchObject({ kind: 'decision', key: 'fourth' })
    expect(said.best?.needless).toBe(5)
    // And so it is: with that way and without pins, each pinned note has its 4.
    const e = ensembleMapper()(piece, emptyPlan(), inWay(DEFAULT_CLASS, said.best!.way))
    for (const n of [1, 5, 9]) expect(e.violin.notes[n].stop.finger).toBe(4)
    // Of two ways that do, the one that leaves more of the other notes alone.
    const others = (value: 'crossing' | 'always') => {
      const now = ensembleMapper()(piece, works[0].plan, DEFAULT_CLASS)
      const then = ensembleMapper()(piece, emptyPlan(), inWay(DEFAULT_CLASS, { kind: 'decision', key: 'fourth', value }))
      return (['violin', 'viola'] as const).reduce(
        (n, s) =>
          n +
          then[s].notes.filter((x, i) => {
            const id = x.placed.event.id
            return (
              !(id in (works[0].plan.pins[s] ?? {})) &&
              (x.stop.finger !== now[s].notes[i].stop.finger || x.stop.string !== now[s].notes[i].stop.string)
            )
          }).length,
        0,
      )
    }
    expect(said.best?.others).toBe(Math.min(others('crossing'), others('always')))
  })

  it('is a step of the class where the pins use what it has not learned', () => {
    const piece = pieceFrom('A4 B4 C#5 D5 E5 D5 C#5 A4', { fifths: 3, mode: 'major' })
    const said = pinsSay([{ piece, plan: pins({ viola: { e4: FOUR } }) }], classAt('four-strings'))
    expect(said.pins).toBe(1)
    // Nothing else plays it: the pin is needless as the class is.
    expect(said).toMatchObject({ needless: 1, best: null })
  })

  it('is nothing where there are no pins, where no way helps, and of seats that are not in the class', () => {
    const piece = pieceFrom('D4 E4 F#4 G4', G)
    expect(pinsSay([{ piece, plan: emptyPlan() }], DEFAULT_CLASS)).toEqual({ pins: 0, pieces: 0, needless: 0, best: null })
    expect(pinsSay([], DEFAULT_CLASS).best).toBeNull()
    expect(pinsSay([{ piece, plan: pins({ harp: { e0: FOUR } }) }], DEFAULT_CLASS).pins).toBe(0)
    // On the string below, high up: nobody's way.
    const odd = pins({ violin: { e1: { strings: [0], position: 'IV' } } })
    expect(pinsSay([{ piece, plan: odd }], DEFAULT_CLASS)).toMatchObject({ pins: 1, needless: 0, best: null })
  })
})
