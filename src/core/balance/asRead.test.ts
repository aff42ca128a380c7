import { describe, expect, it } from 'vitest'
import { midiOf, parsePitch, type Pitch } from '../music/pitch'
import { classAt, type ClassSettings } from '../plan/class'
import { emptyPlan, withPin } from '../plan/plan'
import { pieceFrom } from '../testing/piece'
import { major } from '../testing/ranked'
import { TOLD } from '../testing/saidFirst'
import { asRead, readsBelow } from './asRead'
import { ensembleMapper } from './ensemble'

const strings = (text: string): Pitch[] => text.split(' ').map((n) => parsePitch(n)!)
/** Solo tuning: every string of the bass a whole step above E A D G. */
const SOLO = strings('F#2 B2 E3 A3')
const solo = (
  step: Parameters<typeof classAt>[0],
  change: Partial<ClassSettings['seats'][number]> = { transposed: true },
): ClassSettings => {
  const klass = classAt(step)
  return { ...klass, seats: klass.seats.map((r) => (r.id === 'bass' ? { ...r, tuning: SOLO, ...change } : r)) }
}

describe('a bass in solo tuning that reads a transposed part', () => {
  it('has the same strings and fingers, everything written a whole step lower, and sounds as before', () => {
    for (const { piece, step } of TOLD) {
      const source = { piece, plan: emptyPlan(), klass: solo(step) }
      const read = asRead(source, 'bass')
      const [there, here] = [source, read].map((s) => ensembleMapper()(s.piece, s.plan, s.klass).bass)
      expect(here.notes.map((n) => [n.stop.string, n.stop.finger, n.position])).toEqual(
        there.notes.map((n) => [n.stop.string, n.stop.finger, n.position]),
      )
      expect(here.notes.map((n) => midiOf(n.pitch) + 2)).toEqual(there.notes.map((n) => midiOf(n.pitch)))
      expect(read.piece.key.fifths).toBe(piece.key.fifths - 2)
      expect(readsBelow(source.klass, 'bass')).toBe(2)
    }
  })
  it('keeps pins and what the file gave; every other seat, and a bass that reads what sounds, has the piece as it was', () => {
    const given = pieceFrom('D4 E4 F#4 G4', major(2))
    const id = given.lines[0].measures[0].events[1].id
    const plan = withPin(emptyPlan(), 'bass', id, { fingers: [4] })
    const source = { piece: given, plan, klass: solo('first-position') }
    expect(asRead(source, 'bass').plan.pins).toEqual(plan.pins)
    for (const other of ['violin', 'cello']) expect(asRead(source, other)).toBe(source)
    const sounding = { ...source, klass: solo('first-position', {}) }
    expect(asRead(sounding, 'bass')).toBe(sounding)
    // Strings that do not all lie by the same are no transposition.
    const low = { ...source, klass: solo('first-position', { transposed: true, tuning: strings('C2 A2 D3 G3') }) }
    expect(asRead(low, 'bass')).toBe(low)
  })
})
