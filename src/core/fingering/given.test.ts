import { describe, expect, it } from 'vitest'
import type { NoteEvent } from '../piece/piece'
import { pieceFrom } from '../testing/piece'
import { givenPins } from './given'
import { TEST_INSTRUMENTS } from '../testing/seats'

describe('fingers that a file gives', () => {
  const [line] = pieceFrom('E4 A4 [D4,A4] G4').lines
  const with_ = (changes: Partial<NoteEvent>[]) => ({
    ...line,
    measures: line.measures.map((m) => ({ ...m, events: m.events.map((e, i) => ({ ...e, ...changes[i] }) as NoteEvent) })),
  })
  it('become pins by event: strings counted from the highest, open strings as finger 0', () => {
    const [e4, a4, chord] = line.measures[0].events as NoteEvent[]
    const given = with_([
      { heads: [{ ...e4.heads[0], givenFinger: 1, givenString: 3 }] },
      { heads: a4.heads, marks: ['open'] },
      {
        heads: [
          { ...chord.heads[0], givenFinger: 0 },
          { ...chord.heads[1], givenFinger: 4 },
        ],
      },
    ])
    expect(givenPins(given, TEST_INSTRUMENTS.violin)).toEqual({
      e0: { fingers: [1], strings: [1] },
      e1: { fingers: [0] },
      e2: { fingers: [0, 4] },
    })
  })
  it('a chord of which only one finger is given is left free, a string that is not there too', () => {
    const [e4, , chord] = line.measures[0].events as NoteEvent[]
    const given = with_([
      { heads: [{ ...e4.heads[0], givenString: 6 }] },
      {},
      { heads: [{ ...chord.heads[0], givenFinger: 0 }, chord.heads[1]] },
    ])
    expect(givenPins(given, TEST_INSTRUMENTS.violin)).toEqual({})
  })
})
