import { describe, expect, it } from 'vitest'
import { choicesAt } from './map'
import { DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan } from '../plan/plan'
import { pieceFrom } from '../testing/piece'
import { saySpareds } from '../words/en/fingering'
import { insteadAt, type Instead } from './instead'

const said = ({ now, then }: Instead) => ({ now: saySpareds(now), then: saySpareds(then) })

const violin = (text: string) => ensembleMapper()(pieceFrom(text, { fifths: 2, mode: 'major' }), emptyPlan(), DEFAULT_CLASS).violin

describe('what the hand would do otherwise', () => {
  it('says what each of two ways spares', () => {
    // A over D: open, or 4 on D, which would keep the string.
    const map = violin('D4 G4 A4 G4')
    const note = map.notes[2]
    expect(note.stop.finger).toBe(0)
    const four = choicesAt(map, note).find((c) => c.hold.stops[0].finger === 4 && c.hold.stops[0].string === 1)!
    expect(said(insteadAt(map, note, four.hold))).toEqual({ now: 'saves the fourth finger', then: 'saves 2 crossings' })
  })
  it('speaks for the dearer way only where it spares something', () => {
    const map = violin('D4 E4 F#4 G4 | A4 B4 C#5 D5')
    for (const note of map.notes)
      for (const c of choicesAt(map, note)) {
        const { now, then } = said(insteadAt(map, note, c.hold))
        if (c.price > 0) expect(now, `${note.pitch.letter} ${c.price}`).not.toBe('')
        expect(now === then && now !== '', `${now} | ${then}`).toBe(false)
      }
  })
})
