import { describe, expect, it } from 'vitest'
import { DEFAULT_CLASS } from '../plan/class'
import { seatsOf } from '../seats/seat'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan } from '../plan/plan'
import { pieceFrom } from '../testing/piece'
import { practised } from './practised'
import { silentSteps } from './silent'

describe('steps without notes', () => {
  const piece = pieceFrom('D4 F#4 A4 F#4 D4 E4 A4:h', { fifths: 2, mode: 'major' })
  const plan = { ...emptyPlan(), octaves: { violin: 0, viola: 0, cello: -1, bass: -2 } }
  const steps = (reads: Record<string, { sure: string[]; unsure: string[] }>) =>
    silentSteps(practised(piece, seatsOf(DEFAULT_CLASS), ensembleMapper()(piece, plan, DEFAULT_CLASS), null, { ...plan, reads }))

  it('offers the notes of the piece that a seat does not read surely to be said first, with how often each comes', () => {
    const [first] = steps({ cello: { sure: [], unsure: ['F#3', 'C2'] }, violin: { sure: ['F#4'], unsure: [] } })
    expect(first.title).toBe('Say the notes that aren’t sure yet')
    // C2 is not in the piece, and the violin reads its F sharp.
    expect(first.words).toBe('Cello: F♯ on the fourth line.')
    expect(first.answer).toBe('Cello: F♯ 2 times.')
  })

  it('offers nothing of the kind where everything is read, or nothing is known', () => {
    for (const reads of [{}, { cello: { sure: ['F#3'], unsure: ['C2'] } }] as Record<string, { sure: string[]; unsure: string[] }>[])
      expect(steps(reads).some((s) => s.id === 'say unread')).toBe(false)
  })
})
