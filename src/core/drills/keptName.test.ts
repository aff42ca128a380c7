import { describe, expect, it } from 'vitest'
import { asPrinted, startsEvery } from '../seats/book'
import { classAt } from '../plan/class'
import { drillsOf } from './all'
import { practisedBy } from '../testing/drills'
import { pieceFrom } from '../testing/piece'
import { keptHead, keptMeasures, keptStretch } from './keptName'

/* Ids of drills stand in what teachers have settled and recorded: nothing here follows the wording of the product. */

describe('what ids of drills are made of', () => {
  const piece = pieceFrom(Array.from({ length: 12 }, () => 'D4 E4 F4 G4').join(' | '))
  const [plain] = piece.lines
  const printed = asPrinted(piece, plain, { lines: startsEvery(plain, 4) }, 'lines')

  it('is written as it always was', () => {
    expect(keptStretch(plain, { from: 4, to: 7 })).toBe('measures 5 to 8')
    expect(keptHead(plain, { from: 4, to: 4 })).toBe('Measure 5')
    expect(keptStretch(printed, { from: 4, to: 7 })).toBe('line 2')
    expect(keptStretch(printed, { from: 0, to: 7 })).toBe('lines 1 to 2')
    expect(keptStretch(printed, { from: 4, to: 6 })).toBe('line 2, measures 1 to 3')
    expect(keptStretch(printed, { from: 2, to: 4 })).toBe('line 1, measure 3 to line 2, measure 1')
    expect(keptMeasures(plain, [0, 2, 3])).toBe('measures 1, 3 and 4')
    expect(keptMeasures(printed, [2, 3, 4])).toBe('line 1, measures 3 and 4; line 2, measure 1')
    expect(keptMeasures(printed, [0, 5, 9])).toBe('1.1, 2.2 and 3.2')
  })

  it('and the ids themselves', () => {
    const tune = pieceFrom('F#4 G4 A4 F4 | D5 B4 G4 E4 | F#4 A4 D5:h', { fifths: 2, mode: 'major' })
    const ids = drillsOf(practisedBy(tune, classAt('first-position'))).map((d) => d.id)
    for (const id of [
      'scale/half notes/Scale of D major, half notes/',
      'one string/steps/The D string, steps/',
      'slide/shrinking rests/F♯ and F, shrinking rests/0',
      'bow only/long bows/Measures 1 to 2, bow alone, long bows/0-1',
      'passage/slow/Measures 1 to 2, slow/0-1',
    ])
      expect(
        ids.some((x) => x === id || x.startsWith(id)),
        `${id} in ${ids.filter((x) => x.startsWith(id.split('/')[0])).join(' · ')}`,
      ).toBe(true)
  })
})
