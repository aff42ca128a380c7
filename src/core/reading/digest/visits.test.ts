import { expect, it } from 'vitest'
import { demoReadings } from '@/formats/testing/demo'
import { positionKey } from '../../instruments/instrument'
import { spotsOf } from '../spots'
import { visitThings } from './visits'

it('calls a position new only where the class has not learned it, and not where a seat has been there before', () => {
  let fresh = 0
  for (const { reading, step } of demoReadings()) {
    const all = spotsOf(reading.piece, reading.map)
    const [thing] = visitThings([{ reading, all, shown: all }]).things
    if (thing?.facts.kind !== 'visits') continue
    for (const { to, at } of thing.facts.fresh) {
      const first = Math.min(...at)
      const before = reading.notes.filter((n) => n.hold && !n.hold.open && n.placed.at.index < first && n.hold.needs.length === 0)
      const been = new Set(before.map((n) => positionKey(reading.instrument.positions[n.hold!.position])))
      const named = reading.notes.filter((n) => n.hold?.needs.includes('position'))
      // Where nothing but the position is new, none is named that was learned.
      if (named.length)
        expect(
          to.filter((p) => been.has(p)),
          `${reading.piece.title}, ${step}, ${reading.map.seat.name}`,
        ).toEqual([])
      fresh++
    }
  }
  expect(fresh).toBeGreaterThan(20)
})
