import { describe, expect, it } from 'vitest'
import { candidates, type Setup } from '../../fingering/candidates'
import { DEFAULT_POLICY } from '../../fingering/policy'
import { touchedBy, type Reason } from '../../fingering/reason'
import { sparedOf } from '../../fingering/spared'
import { WEIGHTS, type CostKind } from '../../fingering/weights'
import type { Hold } from '../../hands/hold'
import { parsePitch } from '../../music/pitch'
import { pieceFrom } from '../../testing/piece'
import { FIRST_POSITION, TEST_INSTRUMENTS } from '../../testing/seats'
import { sayReason, saySpareds, type Telling } from './fingering'
import { PLAIN_TONGUE, sayHold, sayStops } from './hands'

const setup: Setup = { instrument: TEST_INSTRUMENTS.violin, policy: DEFAULT_POLICY, learned: FIRST_POSITION.violin }
const telling: Telling = { talk: PLAIN_TONGUE, instrument: TEST_INSTRUMENTS.violin, line: pieceFrom('D4 E4 F4 G4').lines[0] }
const holdOf = (text: string, name: string): Hold =>
  candidates(setup, [parsePitch(name)!]).find((h) => sayHold(PLAIN_TONGUE, setup.instrument, h) === text)!

describe('what a line is spared', () => {
  const NOTHING_NEW = { fresh: { mine: 0, theirs: 0 }, visits: { mine: [], theirs: [] }, shifted: { mine: 5, theirs: 8 } }
  const times = (...counts: [CostKind, number, number][]) => new Map(counts.map(([k, mine, theirs]) => [k, { mine, theirs }]))
  const said = (...counts: [CostKind, number, number][]) => saySpareds(sparedOf({ times: times(...counts), ...NOTHING_NEW }, WEIGHTS))
  it('names the two things that weigh most, each family netted first', () => {
    expect(said(['bowCrossing', 0, 1], ['crossing', 0, 1], ['shiftInSlur', 0, 1], ['fourthFinger', 1, 0])).toBe(
      'no shift inside the slur, saves 2 crossings',
    )
    // One crossing more by the bow is no crossing saved.
    expect(said(['crossing', 0, 1], ['bowCrossing', 2, 0])).toBe('')
    expect(said(['crossing', 0, 1], ['bowCrossing', 1, 0])).toBe('only the bow changes strings')
    expect(said(['shift', 1, 0], ['shiftOverRest', 0, 2])).toBe('saves a shift')
  })
  it('never speaks of a shift where there is none, nor of none where there is one', () => {
    expect(said(['landing', 0, 1], ['shiftFar', 0, 3])).toBe('')
    expect(said(['shift', 1, 1], ['shiftFar', 0, 2])).toBe('a shorter shift')
    expect(said(['shiftInSlur', 1, 2])).toBe('fewer shifts inside slurs')
  })
  it('of what is new says what was counted: notes, or how often the hand goes there', () => {
    const of = (mine: number, theirs: number, to: string[], others: string[]) =>
      saySpareds(
        sparedOf(
          {
            times: times(['notLearned', to.length, others.length]),
            fresh: { mine, theirs },
            visits: { mine: to, theirs: others },
            shifted: { mine: 0, theirs: 0 },
          },
          WEIGHTS,
        ),
      )
    expect(of(0, 2, [], ['IV', 'IV'])).toBe('stays with what this class knows')
    expect(of(3, 5, ['IV'], ['IV', 'IV'])).toBe('fewer notes with something new')
    // More notes are new, but the hand goes there once.
    expect(of(12, 7, ['IV'], ['IV', 'IV'])).toBe('goes to IV only once')
    expect(of(12, 7, ['IV', 'III'], ['IV', 'IV', 'IV'])).toBe('goes to new positions only 2 times')
    expect(of(5, 5, [], [])).toBe('')
  })
})

describe('a reason', () => {
  const [openA, four] = [holdOf('open A', 'A4'), holdOf('4 on D', 'A4')]
  const held = (hold: Hold) => ({ hold, touches: null, metIn: null })
  const say = (r: Reason) => sayReason(telling, r)
  it('says what was pinned, what is new, and what would serve as well', () => {
    expect(say({ kind: 'held' })).toBe('Still held from the note before.')
    expect(say({ kind: 'pinned', ...held(four) })).toBe('4 on D: you pinned it.')
    expect(say({ kind: 'must', ...held({ ...four, needs: ['finger'] }) })).toBe('4 on D. New for this class: finger 4.')
    expect(say({ kind: 'rather', rival: four, price: 0, spared: [], ...held(openA) })).toBe('Open A. 4 on D works just as well.')
    expect(
      say({
        kind: 'rather',
        rival: openA,
        price: 8,
        spared: [{ kind: 'shift in slur', none: true }],
        ...held({ ...four, needs: ['position'] }),
      }),
    ).toBe('4 on D. Better than open A: no shift inside the slur. New: position I.')
  })
  it('says how far it is the only one, and where the same notes have other fingers', () => {
    expect(say({ kind: 'only', only: 'at all', ...held(four) })).toBe('4 on D: the only place for it.')
    expect(say({ kind: 'only', only: 'learned', ...held(four) })).toBe('4 on D: the only place this class knows so far.')
    expect(say({ kind: 'only', only: 'plain', ...held(four) })).toContain('4 on D: the only place without a stretch.')
    // Nothing to be said for it by itself, and still the cheaper line.
    expect(say({ kind: 'rather', rival: four, price: 3, spared: [], ...held(openA), metIn: 0 })).toBe(
      'Open A. Better than 4 on D: easier over the whole line. Measure 1 has the same notes with another fingering. The notes around it make this one easier here.',
    )
  })
  it('says which finger touches, the higher one first', () => {
    const two = holdOf('low 2 on D', 'F4')
    const touches = touchedBy(two.stops[0], { name: 'touch 1-2', places: [2, 3, 5, 7] })
    expect(touches).toBe(1)
    expect(touchedBy({ ...two.stops[0], k: 4 }, { name: '', places: [2, 4, 5, 7] })).toBe(3)
    expect(say({ kind: 'only', only: 'learned', ...held(two), touches })).toBe(
      'Low 2 on D, touching 1: the only place this class knows so far.',
    )
  })
  it('calls a finger as the class does', () => {
    const two = holdOf('low 2 on D', 'F4')
    expect((['low 2', '2 low', '↓2'] as const).map((low) => sayStops({ low, names: 'letters' }, setup.instrument, two))).toEqual([
      'low 2 on D',
      '2 low on D',
      '↓2 on D',
    ])
  })
})
