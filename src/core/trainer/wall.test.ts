import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Question, QuestionKind } from './question'
import type { Round } from './round'
import { wallStep, wallWith, type SeatAnswer, type Wall, type WallEvent } from './wall'

const SEATS = ['violin', 'cello']
let n = 0
const round = (kind: QuestionKind): Round => ({
  about: `${kind} ${++n}`,
  questions: SEATS.map((seat) => ({ seat, item: `${n} ${seat}`, kind }) as Question),
})
const draw = (kind: QuestionKind): Round | null => (kind === 'trap' ? null : round(kind))

/** The wall after some events, with all that was to be kept. */
function after(events: readonly WallEvent[], start = wallWith('letter', 0, draw)): { wall: Wall; kept: SeatAnswer[] } {
  let wall = start
  const kept: SeatAnswer[] = []
  for (const e of events) {
    const step = wallStep(wall, e)
    wall = step.wall
    kept.push(...step.keep)
  }
  return { wall, kept }
}
const onward = (at: number): WallEvent => ({ kind: 'onward', at, draw })
const mark = (seat: string): WallEvent => ({ kind: 'mark', seat })

describe('reading with the whole class', () => {
  it('shows the answers, then asks the next question, not about the same', () => {
    const asked: (string | null)[] = []
    const remembering = (kind: QuestionKind, before: string | null) => (asked.push(before), round(kind))
    const one = after([{ kind: 'onward', at: 5, draw: remembering }])
    expect(one.wall.revealed).toBe(true)
    const two = after([{ kind: 'onward', at: 9, draw: remembering }], one.wall)
    expect([two.wall.revealed, two.wall.askedAt]).toEqual([false, 9])
    expect(asked).toEqual([one.wall.round!.about])
  })

  it('takes no mark before the answers are shown, nor of a seat that was not asked', () => {
    expect(after([mark('violin')]).wall.heard).toEqual({})
    expect(after([onward(1), mark('bass')]).wall.heard).toEqual({})
  })

  it('a mark goes round: known, not known, not said', () => {
    const marks = [1, 2, 3].map((times) => after([onward(1), ...Array.from({ length: times }, () => mark('violin'))]).wall.heard.violin)
    expect(marks).toEqual([true, false, null])
  })

  it('keeps what was said when it goes on, of the seats that were spoken of, with the time it took', () => {
    const { wall, kept } = after([onward(400), mark('violin'), mark('violin'), mark('cello'), onward(900)])
    expect(kept.map((k) => [k.question.seat, k.right, k.ms])).toEqual([
      ['violin', false, 900],
      ['cello', true, 900],
    ])
    expect(wall.score).toEqual({ violin: [0, 1], cello: [1, 1] })
    expect(wall.heard).toEqual({})
  })

  it('where nothing can be asked nothing is shown, and nothing kept', () => {
    const { wall, kept } = after([{ kind: 'ask', of: 'trap', at: 3, draw }, onward(4), mark('violin'), { kind: 'keep', at: 5 }])
    expect([wall.round, wall.revealed, kept]).toEqual([null, false, []])
  })

  it('whatever is done, no answer is kept twice, none that was said is lost, and the tally is what was kept', () => {
    const event: fc.Arbitrary<'onward' | 'reveal' | 'ask' | 'trap' | 'keep' | 'violin' | 'cello'> = fc.constantFrom(
      'onward',
      'reveal',
      'ask',
      'trap',
      'keep',
      'violin',
      'cello',
    )
    fc.assert(
      fc.property(fc.array(event, { maxLength: 40 }), (names) => {
        let at = 0
        let wall = wallWith('letter', 0, draw)
        const kept: SeatAnswer[] = []
        // The model: what was last said of each question.
        const said = new Map<string, boolean | null>()
        for (const name of names) {
          at += 10
          const e: WallEvent =
            name === 'onward' || name === 'keep'
              ? name === 'keep'
                ? { kind: 'keep', at }
                : onward(at)
              : name === 'reveal'
                ? { kind: 'reveal' }
                : name === 'ask' || name === 'trap'
                  ? { kind: 'ask', of: name === 'trap' ? 'trap' : 'finger', at, draw }
                  : mark(name)
          const q = wall.round?.questions.find((x) => x.seat === name)
          if (q && wall.revealed && !kept.some((k) => k.question.item === q.item)) {
            const is = said.get(q.item) ?? null
            said.set(q.item, is === null ? true : is ? false : null)
          } else if (q && wall.revealed) return
          const step = wallStep(wall, e)
          wall = step.wall
          kept.push(...step.keep)
        }
        kept.push(...wallStep(wall, { kind: 'keep', at: at + 1 }).keep)
        expect(new Set(kept.map((k) => k.question.item)).size).toBe(kept.length)
        const told = [...said].filter(([, x]) => x !== null)
        expect(kept.map((k) => [k.question.item, k.right]).sort()).toEqual(told.sort())
        const final = wallStep(wall, { kind: 'keep', at: at + 1 }).wall
        expect(Object.values(final.score).reduce((sum, [, all]) => sum + all, 0)).toBe(kept.length)
      }),
      { numRuns: 300 },
    )
  })
})
