import { describe, expect, it } from 'vitest'
import { pieceFrom } from '../testing/piece'
import { changesBetween, sayChange, sayChanges } from './change'
import { DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from './ensemble'
import { emptyPlan, withDecision, withOctave, withPin } from '../plan/plan'

const piece = pieceFrom('D4 E4 F#4 G4 | A4 B4 C#5 D5 | D5:w | A4:w', { fifths: 2, mode: 'major' })
const map = ensembleMapper()
const before = map(piece, emptyPlan(), DEFAULT_CLASS)

describe('what a change does to the seats', () => {
  it('is nothing where nothing is otherwise', () => {
    expect(changesBetween(before, map(piece, emptyPlan(), DEFAULT_CLASS))).toEqual([])
    expect(sayChanges([])).toBe('')
  })
  it('counts the notes that are with another fingering, and names them', () => {
    const a = before.violin.notes.find((n) => n.pitch.letter === 'A')!
    const four = withPin(emptyPlan(), 'violin', a.placed.event.id, { strings: [1], fingers: [4] })
    const [violin, ...others] = changesBetween(before, map(piece, four, DEFAULT_CLASS))
    expect(others).toEqual([])
    expect(violin).toMatchObject({ seat: 'violin', otherNotes: false })
    expect(violin.events).toContain(a.placed.event.id)
    const held = map(piece, four, DEFAULT_CLASS).violin.byEvent
    for (const id of violin.events) expect(held.get(id)![0].stop).not.toEqual(before.violin.byEvent.get(id)![0].stop)
    expect(sayChange(violin)).toBe(`${violin.events.length === 1 ? '1 note' : `${violin.events.length} notes`} with another fingering`)
  })
  it('counts shifts as they are, seats with the same change together', () => {
    const up = map(piece, withDecision(emptyPlan(), null, 'stay', 'string'), DEFAULT_CLASS)
    const changes = changesBetween(before, up)
    for (const c of changes) {
      const shifts = (seat: string, of: typeof up) => {
        const positions = of[seat].notes.filter((n) => n.stop.finger > 0 && !n.held).map((n) => n.hold.position)
        return positions.filter((p, i) => i > 0 && p !== positions[i - 1]).length
      }
      expect(c.shifts).toEqual({ before: shifts(c.seat, before), after: shifts(c.seat, up) })
    }
    const two = [
      { ...changes[0], seat: 'violin', name: 'Violin', shifts: { before: 2, after: 1 }, beyond: { before: 0, after: 0 }, events: ['a'] },
      { ...changes[0], seat: 'viola', name: 'Viola', shifts: { before: 2, after: 1 }, beyond: { before: 0, after: 0 }, events: ['b'] },
    ]
    expect(sayChanges(two)).toBe('Violin and viola: 2 → 1 shift, 1 note with another fingering.')
  })
  it('says when a seat plays other notes', () => {
    const low = map(piece, withOctave(emptyPlan(), 'cello', (before.cello.octave - 1) as -1), DEFAULT_CLASS)
    const [cello] = changesBetween(before, low)
    expect(cello.otherNotes).toBe(true)
  })
})
