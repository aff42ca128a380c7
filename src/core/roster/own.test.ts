import { describe, expect, it } from 'vitest'
import { demoPieces } from '@/formats/testing/demo'
import { ensembleMapper } from '../balance/ensemble'
import { DEFAULT_CLASS } from '../plan/class'
import { emptyPlan, withPin } from '../plan/plan'
import { seatsOf } from '../seats/seat'
import { ownClass, ownMusic } from './own'
import { newStudent } from '../plan/student'

const ADA = newStudent('11111111-0000-4000-8000-000000000000', 'Ada', 'viola')
const holds = (map: ReturnType<ReturnType<typeof ensembleMapper>>[string]) =>
  map.solution.columns.map((c, i) => c.holds[map.solution.chosen[i]].stops.map((s) => `${s.string} ${s.finger} ${s.k}`).join('+'))

describe('a piece as one student has it', () => {
  it('is fingered as in the whole class, and has nothing of anybody else: every demo piece and seat', () => {
    const klass = { ...DEFAULT_CLASS, students: [ADA, newStudent('22222222-0000-4000-8000-000000000000', 'Bilal', 'bass')] }
    for (const piece of demoPieces())
      for (const { id } of seatsOf(klass)) {
        const plan = withPin(withPin(emptyPlan(), 'bass', 'nowhere', { string: 0 } as never), id, 'nowhere', { string: 1 } as never)
        const own = ownMusic(piece, plan, klass, { ...ADA, seat: id })!
        const alone = ensembleMapper()(own.piece, own.plan, own.klass)
        expect(Object.keys(alone)).toEqual([id])
        expect(holds(alone[id]), `${piece.title} ${id}`).toEqual(holds(ensembleMapper()(piece, plan, klass)[id]))
        const text = JSON.stringify(own)
        expect(text).not.toContain('Bilal')
        for (const other of seatsOf(klass)) if (other.id !== id) expect(Object.keys(own.plan.pins)).not.toContain(other.id)
        expect(own.piece.lines).toHaveLength(1)
      }
  })

  it('says nothing of the term, nor of what other seats read, nor of other students', () => {
    const term = { ...DEFAULT_CLASS.term, ticks: { 'a tick of the class': true } } as never
    const reads = { viola: { sure: ['D4'], unsure: [] }, bass: { sure: ['of the bass'], unsure: ['G2'] } }
    const klass = { ...DEFAULT_CLASS, term, reads, students: [ADA, newStudent('22222222-0000-4000-8000-000000000000', 'Bilal', 'bass')] }
    const piece = demoPieces()[0]
    for (const own of [ownMusic(piece, emptyPlan(), klass, ADA)!.klass, ownClass(klass, ADA)!]) {
      const text = JSON.stringify(own)
      expect(text).not.toContain('a tick of the class')
      expect(text).not.toContain('of the bass')
      expect(text).not.toContain('Bilal')
      expect(own.reads).toEqual({ viola: reads.viola })
      expect(own.term).toEqual(DEFAULT_CLASS.term)
      expect(own.students).toEqual([])
    }
    // Whoever reads surely nothing yet has nothing of it, and no seat that is gone has a class.
    expect(ownClass({ ...klass, reads: { bass: reads.bass } }, ADA)!.reads).toEqual({})
    expect(ownClass(klass, { ...ADA, seat: 'gone' })).toBeNull()
    // And what they have learned is theirs: less than their seat, where they have no fourth finger.
    const fingers = (s: typeof ADA) => ownClass(klass, s)!.seats[0].learned.fingers
    expect([fingers(ADA).includes(4), fingers({ ...ADA, noFourth: true }).includes(4)]).toEqual([true, false])
  })

  it('has no fourth finger where the student has none, and is none without a seat', () => {
    const piece = demoPieces().find((p) => p.title === 'Two Barges')!
    const fours = (noFourth: boolean) => {
      const own = ownMusic(piece, emptyPlan(), DEFAULT_CLASS, { ...ADA, seat: 'violin', noFourth })!
      return holds(ensembleMapper()(own.piece, own.plan, own.klass).violin).filter((h) => h.includes(' 4 ')).length
    }
    expect(fours(false)).toBeGreaterThan(0)
    expect(fours(true)).toBe(0)
    expect(ownMusic(piece, emptyPlan(), DEFAULT_CLASS, { ...ADA, seat: 'gone' })).toBeNull()
  })
})
