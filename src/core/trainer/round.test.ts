import { describe, expect, it } from 'vitest'
import { chanceFrom } from '../composing/chance'
import { classAt } from '../plan/class'
import type { NoteKnown } from './known'
import { questionKindsFor, questionRound, type Round } from './round'
import { traineesOf } from './trainee'

const trainees = traineesOf(classAt('four-strings'))

describe('a question to the whole class', () => {
  it('asks all seats the same letter, each on its own staff with its own fingers', () => {
    const chance = chanceFrom(3)
    for (let n = 0; n < 20; n++) {
      const round = questionRound(trainees, 'finger', {}, null, chance)!
      for (const q of round.questions) expect(q.note.replace(/\d/, '')).toBe(round.about)
      expect(new Set(round.questions.map((q) => q.seat)).size).toBe(round.questions.length)
    }
    expect(questionRound(trainees, 'letter', {}, null, chance)!.questions).toHaveLength(4)
  })

  it('does not ask the same again at once, and oftener what is not sure', () => {
    const chance = chanceFrom(9)
    let before: string | null = null
    const seen = new Map<string, number>()
    const weak: NoteKnown = { note: 'F#4', answers: 6, right: 1, low: 0.1, high: 0.4, stands: 'not sure' }
    for (let n = 0; n < 200; n++) {
      const round: Round = questionRound(trainees, 'letter', { violin: [weak] }, before, chance)!
      expect(round.about).not.toBe(before)
      before = round.about
      seen.set(before, (seen.get(before) ?? 0) + 1)
    }
    expect(seen.get('F#')!).toBeGreaterThan(1.5 * seen.get('D')!)
  })

  it('leaves out kinds that ask for what nobody has learned', () => {
    expect(questionKindsFor(traineesOf(classAt('three-fingers')))).not.toContain('shift')
    expect(questionKindsFor(traineesOf(classAt('three-fingers')))).not.toContain('form')
    expect(questionKindsFor(traineesOf(classAt('third-position')))).toContain('shift')
    expect(questionRound(traineesOf(classAt('three-fingers')), 'shift', {}, null, chanceFrom(1))).toBeNull()
  })
})
