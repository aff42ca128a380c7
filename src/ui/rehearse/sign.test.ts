import { describe, expect, it } from 'vitest'
import { withRow, type PlayedRow, type RunRow } from '@/core/plan/run'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { seatsOf } from '@/core/seats/seat'
import { pieceFrom } from '@/core/testing/piece'
import { comingAfter, signOf } from './sign'

const piece = pieceFrom('D4 E4 F4 G4 A4 G4 F4 E4', { fifths: 0, mode: 'major' }, { beats: 2, unit: 4 })
const tuned = withRow([], { kind: 'step', words: 'Tune', seconds: 60 })
const rows = withRow(tuned, { kind: 'passage', from: 1, to: 2, times: 2 }).map((r): RunRow =>
  r.kind === 'step' ? r : ({ ...r, who: 'joining', mode: 'pluck' } as PlayedRow),
)
const given = { piece, rows, seats: seatsOf(DEFAULT_CLASS) }
const at = (phase: 'off' | 'playing' | 'step' | 'rest' | 'waiting' | 'over', row: string | null, again = false) => ({ phase, row, again })

describe('what a lesson says between what is played', () => {
  it('a step with what comes, then what comes alone, and at the end that it was all', () => {
    expect(signOf(at('step', 'r1'), given)).toEqual({ head: 'Tune', tells: 'Next: violin, measures 2 and 3.' })
    expect(signOf(at('rest', 'r1'), given)).toEqual({ head: 'Next: violin, measures 2 and 3', tells: 'Pluck it.' })
    expect(signOf(at('waiting', 'r2', true), given)).toEqual({ head: 'Again: violin, measures 2 and 3', tells: 'Pluck it.' })
    expect(signOf(at('over', 'r2'), given)?.head).toBe('That was all of it')
    expect(signOf(at('playing', 'r2'), given)).toBeNull()
    expect(signOf(at('off', null), given)).toBeNull()
    // A step at the end has nothing after it.
    const last = { ...given, rows: tuned }
    expect(signOf(at('step', 'r1'), last)?.tells).toBe('Last one.')
  })
  it('while it is played: who joins next with the same, then the next row; nothing where the same go on', () => {
    const says = (turn: number) => comingAfter(at('playing', 'r2'), given, turn)
    expect(says(1)).toBeNull()
    expect(says(2)).toBe('Next: violin and viola, the same')
    expect(says(6)).toBe('Next: everyone, the same')
    expect(says(8)).toBeNull()
    const more = withRow(rows, { kind: 'step', words: 'Listen', seconds: 30 })
    expect(comingAfter(at('playing', 'r2'), { ...given, rows: more }, 8)).toBe('Next: listen')
    expect(comingAfter(at('rest', 'r2'), given, 2)).toBeNull()
  })
})
