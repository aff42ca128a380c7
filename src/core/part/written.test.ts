import { describe, expect, it } from 'vitest'
import { classAt, DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan } from '../plan/plan'
import { pieceFrom } from '../testing/piece'
import { partOfSeat } from './part'
import { FADES, fadedIn, writtenIn } from './written'
import { type Amount } from '../plan/amounts'

const D = { fifths: 2, mode: 'major' } as const
const written = (text: string, seat: string, amount: Amount, klass = DEFAULT_CLASS) => {
  const piece = pieceFrom(text, D)
  const at = writtenIn(
    partOfSeat(piece, ensembleMapper()(piece, { ...emptyPlan(), octaves: { violin: 0, cello: -1 } }, klass)[seat], false),
    amount,
    new Set(),
  )
  return at === null ? 'all' : [...at].map((id) => Number(id.slice(1)))
}

describe('how much is written in', () => {
  it('everything and nothing', () => {
    expect(written('D4 E4', 'violin', 'all')).toBe('all')
    expect(written('D4 E4', 'violin', 'none')).toEqual([])
  })
  it('where it changes: the first note, another string, a letter or finger that has moved; not where fingers go on', () => {
    // D string up, over to A (4th note is the open A), down again on D.
    expect(written('D4 E4 F#4 A4 B4 C#5 B4 F#4', 'violin', 'changes')).toEqual([0, 3, 7])
    // F natural after F sharp: the same letter, the same finger, elsewhere; and sharp again.
    expect(written('D4 F#4 E4 F4 E4 F4 F#4', 'violin', 'changes')).toEqual([0, 3, 5, 6])
    // On the cello the letter moves though another finger plays it.
    expect(written('D4 F#4 E4 F4 E4 F4', 'cello', 'changes')).toEqual([0, 3, 5])
  })
  it('where it changes: another position, and the way back from it', () => {
    const at = written('A5 B5 C#6 D6 C#6 B5 A5 z B4 A4', 'violin', 'changes', classAt('third-position'))
    expect(at).toContain(0)
    expect(at).toContain(8)
  })
  it('new or altered: signs, and what the class has not learned; each note that a sign stands before, not those it holds for', () => {
    expect(written('D4 F#4 F4 F4 G4 F#4', 'violin', 'new')).toContain(2)
    expect(written('D4 F#4 F4 F4 G4 F#4', 'violin', 'new', classAt('third-position'))).toEqual([2])
    expect(written('D4 F#4 F4 F#4 G4 F#4', 'violin', 'new', classAt('third-position'))).toEqual([2, 3])
    expect(written('D4 E4 D4', 'violin', 'new', classAt('third-position'))).toEqual([])
  })
  it('an event that only holds on, or rests, has nothing written in', () => {
    expect(written('D4:h. F4~ F4 z F#4 z', 'violin', 'changes')).toEqual([0, 1, 4])
  })
})

describe('what is not read surely yet', () => {
  const piece = pieceFrom('D4 F#4 A4 F4 D4 F#4 A4:h', D)
  const plan = { ...emptyPlan(), octaves: { violin: 0, cello: -1 } }
  const part = (seat: string) => partOfSeat(piece, ensembleMapper()(piece, plan, DEFAULT_CLASS)[seat], false)
  const ids = (at: ReadonlySet<string> | null) => (at === null ? 'all' : [...at].map((id) => Number(id.slice(1))))

  it('leaves numbers off notes that a seat reads surely, as its own part writes them', () => {
    const reads = { sure: ['D4', 'A4', 'F#3'], unsure: [] }
    expect(ids(writtenIn(part('violin'), 'unread', new Set(), reads))).toEqual([1, 3, 5])
    expect(ids(writtenIn(part('cello'), 'unread', new Set(), reads))).toEqual([0, 2, 3, 4, 6])
    // Of whom nothing is known everything is written.
    expect(ids(writtenIn(part('violin'), 'unread', new Set()))).toBe('all')
  })

  it('fades sure notes a sheet sooner, but not where something trips', () => {
    const reads = { sure: ['D4', 'F#4'], unsure: [] }
    const first = ids(fadedIn(part('violin'), 1, new Set(), new Set(), reads))
    expect(first).not.toContain(0)
    expect(ids(fadedIn(part('violin'), 1, new Set(), new Set(['e0']), reads))).toContain(0)
    expect(ids(fadedIn(part('violin'), 1, new Set(), new Set()))).toContain(0)
    expect(fadedIn(part('violin'), 0, new Set(), new Set(), reads)).toBeNull()
  })
})

describe('a fading series', () => {
  it('has less on every sheet, loses measures that are sure first, and ends with nothing', () => {
    const piece = pieceFrom('D4 E4 F#4 G4 | F4 E4 F#4 A4 | D4 F4 E4 D4', D)
    const part = partOfSeat(piece, ensembleMapper()(piece, { ...emptyPlan(), octaves: { violin: 0 } }, DEFAULT_CLASS).violin, false)
    const all = part.measures.flatMap((m) => m.events.map((e) => e.event.id))
    const troubles = new Set([all[4], all[9]])
    const at = (step: number, sure: number[]) => [...(fadedIn(part, step, new Set(sure), troubles) ?? all)]
    for (const sure of [[], [0], [0, 1, 2]])
      for (let step = 1; step < FADES; step++) {
        const [before, now] = [at(step - 1, sure), at(step, sure)]
        expect(now.filter((e) => !before.includes(e))).toEqual([])
        expect(now.length).toBeLessThan(before.length + Number(before.length === 0))
      }
    expect(at(0, [1])).toEqual(all)
    expect(at(FADES - 1, [])).toEqual([])
    // The second measure is sure: on the third sheet it has nothing, while what trips elsewhere still stands.
    expect(at(2, [1])).toEqual([all[9]])
    expect(at(2, [])).toEqual([all[4], all[9]])
  })
})
