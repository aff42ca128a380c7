import { describe, expect, it } from 'vitest'
import { demoPieces } from '@/formats/testing/demo'
import { DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan, withPin } from '../plan/plan'
import { frozenMap, sayChangedMap } from './frozen'
import { frozenMapSchema } from './frozen.schema'

const piece = demoPieces().find((p) => p.title === 'Two Barges')!
const maps = (plan = emptyPlan(), music = piece) => ensembleMapper()(music, plan, DEFAULT_CLASS)
const SEATS = ['violin', 'cello']
const first = piece.lines[0].measures[0].events[0].id

describe('a map as it was printed', () => {
  it('has each note of the seats that were printed, in words, and can be stored', () => {
    const map = frozenMap(maps(), SEATS)
    expect(Object.keys(map)).toEqual(SEATS)
    expect(map.violin.notes).toHaveLength(maps().violin.solution.columns.length)
    expect(map.violin.notes[0]).toEqual({ event: first, where: 'Measure 1, beat 1', says: 'G4 3 on D' })
    expect(frozenMapSchema.parse(JSON.parse(JSON.stringify(map)))).toEqual(map)
    expect(sayChangedMap(map, frozenMap(maps(), SEATS))).toEqual([])
  })
  it('says what is otherwise: what was, what is, what is gone, what is new, which seat is no more', () => {
    const then = frozenMap(maps(), SEATS)
    const pinned = frozenMap(maps(withPin(emptyPlan(), 'violin', first, { strings: [0], finger: null } as never)), SEATS)
    const changed = sayChangedMap(then, pinned)
    expect(changed.length).toBeGreaterThan(0)
    for (const text of changed) expect(text).toMatch(/^Violin: .*: was .*, is .*\.$/)
    const [m, ...others] = piece.lines[0].measures
    const shorter = { ...piece, lines: [{ ...piece.lines[0], measures: [{ ...m, events: m.events.slice(1) }, ...others] }] }
    expect(sayChangedMap(then, frozenMap(maps(emptyPlan(), shorter), SEATS))).toContain('Violin: Measure 1, beat 1: G4 3 on D is gone.')
    expect(sayChangedMap(frozenMap(maps(emptyPlan(), shorter), SEATS), then)).toContain('Violin: Measure 1, beat 1: G4 3 on D is new.')
    expect(sayChangedMap(then, frozenMap(maps(), ['violin']))).toEqual(['Cello: the class no longer has this seat.'])
  })
})
