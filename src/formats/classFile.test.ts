import { describe, expect, it } from 'vitest'
import { pitchName } from '@/core/music/pitch'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { classSettingsSchema } from '@/core/plan/class.schema'
import { seatsOf } from '@/core/seats/seat'
import { readTuning } from '@/core/seats/tuning'
import { readClassFile } from './classFile'

const klass = (value: unknown) => {
  const read = readClassFile(JSON.stringify(value))
  if ('problem' in read) throw new Error(read.problem)
  expect(classSettingsSchema.parse(read.klass)).toEqual(read.klass)
  return read.klass
}
const problem = (text: string) => {
  const read = readClassFile(text)
  return 'problem' in read ? read.problem : ''
}

describe('a class as a file', () => {
  it('needs only instruments; seats of one are counted', () => {
    const { seats, policy } = klass({ seats: [{ instrument: 'violin' }, { instrument: 'violin' }, { instrument: 'cello' }] })
    expect(seats.map((s) => [s.id, s.name])).toEqual([
      ['violin', 'Violin'],
      ['violin-2', 'Violin 2'],
      ['cello', 'Cello'],
    ])
    expect(policy).toEqual(DEFAULT_CLASS.policy)
  })
  it('a bass tuned otherwise, a viola in treble clef, a group at another step, a class that fingers otherwise', () => {
    const made = klass({
      policy: { fourth: 'always' },
      seats: [
        { instrument: 'viola', clef: 'treble', name: 'Third violins', id: 'thirds' },
        { instrument: 'violin', learned: 'first-finger', players: 11, policy: { fourth: 'open' } },
        { instrument: 'bass', tuning: 'B1 E2 A2 D3 G3' },
      ],
    })
    const [viola, violin, bass] = seatsOf(made)
    expect([viola.id, viola.name, viola.instrument.clef, viola.instrument.strings[0]]).toMatchObject([
      'thirds',
      'Third violins',
      'treble',
      { letter: 'C' },
    ])
    expect([violin.players, violin.learned.fingers, violin.policy]).toEqual([11, [1], { fourth: 'open' }])
    expect(bass.instrument.strings.map(pitchName)).toEqual(['B1', 'E2', 'A2', 'D3', 'G3'])
    expect(made.policy.fourth).toBe('always')
  })
  it('says what is wrong and where', () => {
    expect(problem('{')).toContain('not well-formed JSON')
    expect(problem('{}')).toContain('seats')
    expect(problem('{"seats":[{"instrument":"harp"}]}')).toContain('seats › 0 › instrument')
    expect(problem('{"seats":[{"instrument":"bass","tuning":"G3 D3"}]}')).toBe(
      'seats › 0 › tuning: D3 is not above the string before it. Type them low to high.',
    )
    expect(problem('{"seats":[{"instrument":"bass","id":"x"},{"instrument":"cello","id":"x"}]}')).toContain('two seats have one id')
    expect(problem('{"seats":[{"instrument":"bass","id":"all"}]}')).toContain('seats › 0 › id')
    expect(problem(JSON.stringify({ seats: new Array(9).fill({ instrument: 'violin' }) }))).toContain('seats')
  })
})

describe('open strings as they are typed', () => {
  const read = (text: string) => {
    const r = readTuning(text)
    return 'problem' in r ? r.problem : r.strings.map(pitchName).join(' ')
  }
  it('takes either sign, commas, and small letters', () => {
    expect(read('f♯2, b2  E3 a3')).toBe('F#2 B2 E3 A3')
    expect(read('Eb2 Ab2')).toBe('Eb2 Ab2')
  })
  it('refuses what is none, in words', () => {
    expect(read('')).toContain('Name each string')
    expect(read('E2 H2')).toContain('“H2” is not a pitch')
    expect(read('E2 E2')).toContain('not above')
    expect(read('C9')).toContain('out of range for a string')
    expect(read('C2 D2 E2 F2 G2 A2 B2 C3 D3')).toContain('too many')
  })
})
