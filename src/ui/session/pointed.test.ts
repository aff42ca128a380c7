import { describe, expect, it } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { pieceFrom } from '@/core/testing/piece'
import { passageIn } from './address'
import { createDesk } from './deskStore'
import { sayAll, sayMoment } from './say'
import { shownIn } from './selectors'

const desk = () =>
  createDesk({
    id: 'x',
    piece: pieceFrom('D4 E4 F#4 G4 | A4 B4 C5 D5 | D4 E4 F#4 G4', { fifths: 2, mode: 'major' }),
    plan: emptyPlan(),
    klass: DEFAULT_CLASS,
    version: 1,
  })

describe('what a panel speaks of', () => {
  it('is gone to and shown, until something else is picked', () => {
    const d = desk()
    d.getState().point({ measures: [2, 0], notes: [] })
    expect(d.getState()).toMatchObject({ moment: 8, pointed: { measures: [2, 0] } })
    d.getState().step(1)
    expect(d.getState().pointed).toBeNull()
    d.getState().point({ measures: [], notes: ['e5', 'e6'] })
    expect(d.getState()).toMatchObject({ moment: 5, pointed: { notes: ['e5', 'e6'] } })
    for (const leave of ['stepSeat', 'nextSpot'] as const) {
      d.getState().point({ measures: [1], notes: [] })
      d.getState()[leave](1)
      expect(d.getState().pointed, leave).toBeNull()
    }
  })
  it('at a note, what trips the seat there is said behind what it plays', () => {
    const d = desk().getState()
    const spots = shownIn(d, 'violin')
    const [first] = spots
    const moment = d.timeline.findIndex((b) => b.onset === first.onset)
    const said = sayAll(d, spots, moment, 'violin')
    expect(said.startsWith(`${sayMoment(d, moment, 'violin')} · `)).toBe(true)
    expect(said).toContain(first.text)
    expect(sayAll(d, [], moment, 'violin')).toBe(sayMoment(d, moment, 'violin'))
  })
  it('a passage goes along in the address of a page that prints', () => {
    const d = desk()
    expect(passageIn(d.getState())).toBe('')
    d.getState().setPassage({ from: 2, to: 1 })
    expect(passageIn(d.getState())).toBe('p=2%7E3')
  })
})
