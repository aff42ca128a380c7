import { describe, expect, it } from 'vitest'
import type { Key } from '../music/key'
import { DEFAULT_CLASS, settingsFor } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan, withDecision, withLearned, withSubstitute } from '../plan/plan'
import { pieceFrom } from '../testing/piece'
import { mapSeat } from './map'
import { DEFAULT_POLICY, WHY_DEFAULT, withChanges, type PolicyChange } from './policy'
import { policySchema } from './policy.schema'
import { weightsFor } from './weights'
import { FIRST_POSITION, TEST_INSTRUMENTS, type LearnedBySeat, TEST_STEPS, type TestSeat, WHOLE_NECK, SEAT } from '../testing/seats'

const D: Key = { fifths: 2, mode: 'major' }
const third = TEST_STEPS.find((p) => p.id === 'third-extended')!.learned
const MARK = { low: '↓', normal: '', high: '↑' }

function said(seat: TestSeat, text: string, change: PolicyChange = {}, learned: LearnedBySeat = FIRST_POSITION, key: Key = D): string {
  const piece = pieceFrom(text, key)
  const m = mapSeat(piece, piece.lines[0], SEAT[seat], {
    octave: TEST_INSTRUMENTS[seat].sounds,
    policy: withChanges(DEFAULT_POLICY, change),
    learned: learned[seat],
  })
  return m.notes
    .map(
      (n) =>
        `${m.instrument.strings[n.stop.string].letter}${MARK[n.stop.place]}${n.stop.finger}${n.position && n.position !== 'I' ? n.position : ''}`,
    )
    .join(' ')
}

describe('open string or 4', () => {
  const [step, slur, top] = ['G4 A4 G4', '(G4 A4) (G4 A4)', 'A4 B4 A4']
  it('open: never 4 where there is an open string', () => {
    expect(said('violin', slur, { fourth: 'open' })).toBe('D3 A0 D3 A0')
  })
  it('in slurs (the default): 4 only where a crossing would break one', () => {
    expect(said('violin', step)).toBe('D3 A0 D3')
    expect(said('violin', slur)).toBe('D3 D4 D3 D4')
  })
  it('crossing: 4 wherever it saves one', () => {
    expect(said('violin', step, { fourth: 'crossing' })).toBe('D3 D4 D3')
    expect(said('violin', top, { fourth: 'crossing' })).toBe('A0 A1 A0')
  })
  it('always: 4 whenever possible', () => expect(said('violin', top, { fourth: 'always' })).toBe('D4 A1 D4'))
})

describe('where the line goes', () => {
  it('in first position it crosses, on a string it goes up', () => {
    expect(said('violin', 'F#4 G4 A4 B4 C5', {}, third)).toBe('D2 D3 A0 A1 A↓2')
    const up = said('violin', 'F#4 G4 A4 B4 C5', { stay: 'string' }, third)
    expect(up).toMatch(/^D\S+ D\S+ D\S+ D\S+ D\S+$/)
    expect(up).toContain('III')
  })
})

describe('where the hand shifts', () => {
  const line = 'E5 F#5 G5 A5 B5 C#6 D6'
  const shiftAt = (text: string, change: PolicyChange) =>
    said('violin', text, change, third)
      .split(' ')
      .findIndex((w) => w.endsWith('III'))
  it('early goes up with the measure, late waits', () => {
    // In 4/4 the second measure begins with B; C sharp is the first note that first position lacks.
    const early = shiftAt(line, { shiftWhere: 'early' })
    const late = shiftAt(line, { shiftWhere: 'late' })
    expect(early).toBeLessThan(late)
    expect(early).toBe(4)
  })
  it('by the same finger, one finger leads', () => {
    const words = said('violin', 'F#5 A5 D6', { shiftWhere: 'same finger' }, third)
    expect(words).toBe('E1 E1III E4III')
  })
})

describe('hands', () => {
  it('a cello that may not open shifts instead', () => {
    expect(said('cello', 'D2 F#2 D2', {}, third)).toBe('C1 C↑4 C1')
    expect(said('cello', 'D2 F#2 D2', { extensions: false }, third)).not.toContain('↑')
  })
  it('the bass has two schools; with four fingers B to C is no shift', () => {
    expect(said('bass', 'A3 B3 C4', { school: '1-2-3-4' })).not.toContain('III')
    expect(said('bass', 'A3 B3 C4', { school: '1-2-4' })).toContain('III')
  })
  it('a harmonic at the octave is used only when it may be', () => {
    const piece = pieceFrom('A5', D)
    const with_ = (harmonics: boolean) => {
      const policy = withChanges(DEFAULT_POLICY, { harmonics })
      const pins = new Map([['e0', { strings: [2], fingers: [4], position: 'III' }]])
      return mapSeat(piece, piece.lines[0], SEAT.violin, { octave: 0, policy, learned: WHOLE_NECK.violin, pins })
    }
    expect(with_(true).notes[0].stop).toMatchObject({ harmonic: true, k: 12, finger: 4 })
    expect(with_(false).problems[0].mark).toBe('pin')
  })
  it('1 reaches back to the letter below, 4 stretches to the letter above, without a shift', () => {
    const reach = { ...WHOLE_NECK, violin: { ...WHOLE_NECK.violin, shifts: 'none' as const } }
    expect(said('violin', 'D5 C#5 D5 F#5', {}, reach)).not.toContain('undefined')
    const piece = pieceFrom('D5 C#5', D)
    const pins = new Map([
      ['e0', { strings: [2], position: 'III' }],
      ['e1', { strings: [2], position: 'III' }],
    ])
    const m = mapSeat(piece, piece.lines[0], SEAT.violin, { octave: 0, policy: DEFAULT_POLICY, learned: WHOLE_NECK.violin, pins })
    expect(m.notes.map((n) => [n.stop.finger, n.stop.stretch])).toEqual([
      [1, false],
      [1, true],
    ])
  })
})

describe('defaults and changes', () => {
  it('every decision has a default and says why', () => {
    expect(policySchema.parse(DEFAULT_POLICY)).toEqual(DEFAULT_POLICY)
    for (const key of Object.keys(DEFAULT_POLICY) as (keyof typeof DEFAULT_POLICY)[]) expect(WHY_DEFAULT[key].length).toBeGreaterThan(20)
  })
  it('a seat’s own decision goes before the piece’s, the piece’s before the class’s', () => {
    const klass = { ...DEFAULT_CLASS, policy: withChanges(DEFAULT_POLICY, { fourth: 'open', stay: 'string' }) }
    const plan = withDecision(withDecision(emptyPlan(), null, 'fourth', 'always'), 'viola', 'fourth', 'crossing')
    expect(settingsFor(klass, plan, SEAT.violin).policy).toMatchObject({ fourth: 'always', stay: 'string' })
    expect(settingsFor(klass, plan, SEAT.viola).policy.fourth).toBe('crossing')
    expect(settingsFor(klass, withDecision(plan, 'viola', 'fourth', undefined), SEAT.viola).policy.fourth).toBe('always')
    expect(settingsFor(klass, withLearned(plan, WHOLE_NECK), SEAT.bass).learned).toBe(WHOLE_NECK.bass)
  })
  it('a decision for one seat solves only that seat again', () => {
    const piece = pieceFrom('G4 A4 G4 A4', D)
    const map = ensembleMapper()
    const plan = emptyPlan()
    const before = map(piece, plan, DEFAULT_CLASS)
    const after = map(piece, withDecision(plan, 'violin', 'fourth', 'always'), DEFAULT_CLASS)
    expect(after.violin).not.toBe(before.violin)
    expect(after.viola).toBe(before.viola)
    expect(after.bass).toBe(before.bass)
  })
  it('a substitute changes only its seat, and can be taken away', () => {
    const piece = pieceFrom('D4 E4', D)
    const map = ensembleMapper()
    const plan = withSubstitute(emptyPlan(), 'cello', { e1: { kind: 'octave', by: -1 } })
    const after = map(piece, plan, DEFAULT_CLASS)
    expect(after.cello.notes[1].pitch.octave).toBe(2)
    expect(after.violin.notes[1].pitch.octave).toBe(4)
    expect(withSubstitute(plan, 'cello', { e1: null }).substitutes.cello).toEqual({})
  })
  it('the weights follow the decisions and are made once', () => {
    const early = withChanges(DEFAULT_POLICY, { shiftWhere: 'early' })
    expect(weightsFor(early)).toBe(weightsFor(early))
    expect(weightsFor(early).timing).toBeGreaterThan(0)
    expect(weightsFor(DEFAULT_POLICY).timing).toBe(0)
  })
})
