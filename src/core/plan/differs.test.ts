import { describe, expect, it } from 'vitest'
import { pieceFrom } from '../testing/piece'
import { DEFAULT_CLASS } from './class'
import { sayDifferences } from './differs'
import { emptyPlan, withBook, withDecision, withOctave, withPin, withSubstitute, type Plan } from './plan'

const piece = pieceFrom('D4 E4 F4 G4 | A4 B4 C5 D5 | D5 C5 B4 A4')
const say = (then: Partial<{ piece: typeof piece; plan: Plan }>, now: Partial<{ piece: typeof piece; plan: Plan }> = {}) =>
  sayDifferences({ piece, plan: emptyPlan(), ...then }, { piece, plan: emptyPlan(), ...now }, DEFAULT_CLASS)

describe('what a version has otherwise than what stands now', () => {
  it('is nothing where both are the same, whatever the ids of their events', () => {
    expect(say({})).toEqual([])
    const [line] = piece.lines
    const renamed = {
      ...piece,
      lines: [{ ...line, measures: line.measures.map((m) => ({ ...m, events: m.events.map((e) => ({ ...e, id: `x${e.id}` })) })) }],
    }
    expect(say({ piece: renamed })).toEqual([])
  })
  it('title, key, time, length, notes', () => {
    const other = pieceFrom('D4 E4 F4 G4 | A4 A4 C5 D5 | D5 C5 B4 A4 | D4:w')
    expect(say({ piece: { ...other, title: 'Old name', meter: { beats: 2, unit: 2 } } })).toEqual([
      'It was called “Old name”.',
      'It was in 2/2, now it is in 4/4.',
      'It had 4 measures, now 3.',
      'Different notes in measure 2.',
    ])
    expect(say({ piece: pieceFrom('E4 F#4 G4 A4', { fifths: 1, mode: 'major' }) })).toEqual([
      'It was in G major, now it is in C major.',
      'It had 1 measure, now 3.',
    ])
  })
  it('what was decided, seat by seat', () => {
    const pins = withPin(withPin(emptyPlan(), 'violin', 'e0', { fingers: [4] }), 'violin', 'e1', { fingers: [1] })
    expect(say({ plan: pins })).toEqual(['Violin: 2 pins different (2 then, 0 now).'])
    expect(say({ plan: pins }, { plan: withPin(pins, 'violin', 'e0', { fingers: [0] }) })).toEqual([
      'Violin: 1 pin different (2 then, 2 now).',
    ])
    expect(say({}, { plan: withSubstitute(emptyPlan(), 'bass', { e2: { kind: 'rest' } }) })).toEqual([
      'Bass: 0 notes replaced then, 1 now.',
    ])
    expect(say({ plan: withOctave(withOctave(emptyPlan(), 'cello', -1), 'bass', -1) })).toEqual(['A different octave for cello and bass.'])
    expect(say({ plan: { ...emptyPlan(), lines: { viola: 1 } } })).toEqual(['A different line for viola.'])
    expect(say({ plan: withDecision(emptyPlan(), null, 'fourth', 'open') })).toEqual(['Different fingering choices.'])
    expect(say({ plan: withBook(emptyPlan(), null, { page: '14' }) })).toEqual(['A different place in the printed book.'])
  })
})
