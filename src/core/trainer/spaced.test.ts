import fc from 'fast-check'
import { Rating } from 'ts-fsrs'
import { describe, expect, it } from 'vitest'
import { classAt } from '../plan/class'
import { itemsOf, type Item } from './all'
import type { Answer } from './answer'
import { gradeOf, nextItem, NEW_AT_ONCE, NEW_IN_ALL, progressOf, withAnswer } from './spaced'
import { traineesOf } from './trainee'

const NOON = 1_760_000_000_000
const DAY = 86_400_000
const answer = (item: string, at: number, right = true, ms = 4000): Answer => ({
  id: `00000000-0000-4000-8000-${`${at % 1_000_000_000_000}`.padStart(12, '0')}`,
  seat: 'violin',
  student: '',
  item,
  kind: 'letter',
  note: item.replace('letter ', ''),
  right,
  mistake: right ? null : 'a letter off',
  as: right ? '' : 'E',
  ms,
  at,
})
const items: Item[] = ['D4', 'A4', 'E4', 'B4', 'F#4', 'C#5', 'G4', 'D5'].map((s) => ({ id: `letter ${s}`, kind: 'letter', subject: s }))

describe('what is asked again, and when', () => {
  it('grades by rightness and time', () => {
    const grade = (right: boolean, ms: number) => gradeOf({ kind: 'letter', right, ms })
    expect([grade(false, 500), grade(true, 12_000), grade(true, 5000), grade(true, 1500)]).toEqual([
      Rating.Again,
      Rating.Hard,
      Rating.Good,
      Rating.Easy,
    ])
  })

  it('lets what was right three times wait for days, and what was wrong for minutes (the spacing of the library)', () => {
    const three = [answer('x', NOON), answer('x', NOON + 15 * 60_000), answer('x', NOON + 3 * DAY)]
    const due = (all: Answer[]) => progressOf(all).cards.get('x')!.due.getTime()
    expect(due(three) - three[2].at).toBeGreaterThan(5 * DAY)
    const slip = answer('x', NOON + 14 * DAY, false)
    expect(due([...three, slip]) - slip.at).toBeLessThan(DAY)
    // Told in another order it is the same: answers that were kept on a phone arrive late.
    expect(progressOf([...three].reverse())).toEqual(progressOf(three))
    expect(withAnswer(progressOf(three), slip)).toEqual(progressOf([...three, slip]))
  })

  it('begins with the first notes of the way, a few new ones in a session, wrong ones soon again and never at once', () => {
    const answers: Answer[] = []
    let now = NOON
    const asked: string[] = []
    for (let n = 0; n < 40; n++) {
      const next = nextItem(items, progressOf(answers), NOON, now)!
      asked.push(next.subject)
      answers.push(answer(next.id, now, !(next.subject === 'A4' && n < 6)))
      now += 8000
    }
    expect(asked[0]).toBe('D4')
    expect(new Set(asked.slice(0, 4)).size).toBe(NEW_AT_ONCE)
    // None of the four was right twice yet: no fifth comes before one is.
    expect(asked.slice(0, 4)).toContain(asked[4])
    expect(new Set(asked).size).toBeGreaterThan(NEW_AT_ONCE)
    expect(new Set(asked).size).toBeLessThanOrEqual(NEW_IN_ALL)
    asked.slice(1).forEach((a, i) => expect(a).not.toBe(asked[i]))
    const wrong = asked.indexOf('A4')
    expect(asked.slice(wrong + 1, wrong + 15)).toContain('A4')
  })

  it('asks the next day what is due before anything new', () => {
    const learned = items.slice(0, 3).flatMap((i, n) => [answer(i.id, NOON + n * 1000), answer(i.id, NOON + 20 * 60_000 + n * 1000)])
    const later = NOON + 30 * DAY
    expect(items.slice(0, 3).map((i) => i.id)).toContain(nextItem(items, progressOf(learned), later, later)!.id)
  })

  it('always has something to ask while there are items, whatever was answered', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ i: fc.nat(7), right: fc.boolean(), ms: fc.nat(60_000) }), { maxLength: 40 }),
        fc.nat(400),
        (given, days) => {
          const answers = given.map((g, n) => answer(items[g.i].id, NOON + n * 10_000, g.right, g.ms))
          const now = NOON + 400_000 + days * DAY
          const next = nextItem(items, progressOf(answers), now, now)
          expect(next).not.toBeNull()
          expect(next!.id).not.toBe(answers.at(-1)?.item)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('has nothing to ask where nothing is learned', () => expect(nextItem([], progressOf([]), NOON, NOON)).toBeNull())

  it('goes through kinds in a row for each note, not kind by kind', () => {
    const [violin] = traineesOf(classAt('three-fingers'))
    const all = itemsOf(violin, ['letter', 'finger', 'draw'])
    const answers: Answer[] = []
    for (let n = 0; n < 8; n++) {
      const now = NOON + n * 3 * DAY
      for (let k = 0; k < 4; k++) {
        const next = nextItem(all, progressOf(answers), now, now + k * 8000)!
        answers.push({ ...answer(next.id, now + k * 8000), kind: next.kind })
      }
    }
    const kinds = [...new Set(answers.map((a) => a.kind))]
    expect(kinds.slice(0, 2)).toEqual(['letter', 'finger'])
  })
})
