import { describe, expect, it } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { pieceFrom } from '@/core/testing/piece'
import { queryOf } from './address'
import { createDesk } from './deskStore'
import { placeIn } from './place'

const desk = () =>
  createDesk({ id: 'x', piece: pieceFrom('D4 E4 F#4 G4 A4 B4 A4 G4 F#4:h E4:h D4:w'), plan: emptyPlan(), klass: DEFAULT_CLASS, version: 1 })

describe('the address of a place at the desk', () => {
  it('is nothing where nobody has picked anything', () => {
    const d = desk()
    expect(queryOf(d.getState())).toBe('')
    expect(placeIn('', d.getState())).toEqual({ moment: 0, seat: 'violin', passage: null, tab: 'first', view: 'bench', alone: false })
  })
  it('says measure, moment, seat, passage, tab and view, and leads back to them', () => {
    const d = desk()
    d.getState().pick(5, 'cello')
    d.getState().setPassage({ from: 2, to: 1 })
    d.getState().setTab('calls')
    d.getState().setView('score')
    d.getState().toggleAlone()
    const query = queryOf(d.getState())
    expect(query).toBe('?m=2&n=2&seat=cello&p=2%7E3&tab=calls&view=score&only=1')
    const other = desk()
    other.getState().goTo(placeIn(query, other.getState()))
    for (const key of ['moment', 'seat', 'passage', 'tab', 'view', 'alone'] as const)
      expect(other.getState()[key]).toEqual(d.getState()[key])
  })
  it('leads back from every moment and seat', () => {
    const d = desk()
    d.getState().timeline.forEach((_, moment) =>
      d.getState().seats.forEach((s) => {
        d.getState().pick(moment, s.id)
        expect(placeIn(queryOf(d.getState()), d.getState())).toMatchObject({ moment, seat: s.id })
      }),
    )
  })
  it('leads to what there is, whatever it says', () => {
    const { getState } = desk()
    const first = placeIn('', getState())
    for (const odd of [
      '?m=99',
      '?m=&n=3',
      '?n=4',
      '?seat=oboe',
      '?seat=ALL',
      '?p=3~1',
      '?p=x',
      '?p=1~99',
      '?tab=none',
      '?view=wall',
      '?m=%00',
      `?m=${'1'.repeat(99)}`,
    ])
      expect(placeIn(odd, getState()), odd).toEqual(first)
    // A moment that the measure has not is its first.
    expect(placeIn('?m=3&n=7', getState()).moment).toBe(placeIn('?m=3', getState()).moment)
    expect(placeIn('?m=3&n=-1', getState()).moment).toBe(placeIn('?m=3', getState()).moment)
  })
})

describe('a passage', () => {
  it('grows and shrinks measure by measure from the picked one, and stays inside the piece', () => {
    const d = desk()
    d.getState().pickMeasure(1)
    d.getState().stretchPassage(1)
    expect(d.getState().passage).toEqual({ from: 1, to: 2 })
    d.getState().stretchPassage(1)
    d.getState().stretchPassage(1)
    expect(d.getState().passage).toEqual({ from: 1, to: 3 })
    d.getState().stretchPassage(-1)
    expect(d.getState().passage).toEqual({ from: 1, to: 2 })
    d.getState().setPassage({ from: 9, to: -4 })
    expect(d.getState().passage).toEqual({ from: 0, to: 3 })
    d.getState().setPassage(null)
    expect(d.getState().passage).toBeNull()
  })
})
