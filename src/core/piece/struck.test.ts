import { describe, expect, it } from 'vitest'
import { callsOf, callsText } from '../reading/calls'
import { DEFAULT_CALLS } from '../plan/talk'
import { countsOf } from '../reading/counts'
import { formOf } from '../reading/form'
import { readingOf } from '../reading/reading'
import { saidSpots } from '../testing/said'
import { DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan } from '../plan/plan'
import { pieceFrom } from '../testing/piece'
import { typeNote, typeRest, typeStruck } from '../writing/commands'
import { draftOf } from '../writing/draft'
import type { Piece } from './piece'
import { struckIn } from './struck'

const violin = (piece: Piece) => {
  const map = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS).violin
  return { map, reading: readingOf(piece, map) }
}
/** The piece with words over its events, by their place. */
const withWords = (piece: Piece, words: Readonly<Record<number, string>>): Piece => {
  let i = -1
  const [line] = piece.lines
  const measures = line.measures.map((m) => ({ ...m, events: m.events.map((e) => (words[++i] ? { ...e, words: words[i] } : e)) }))
  return { ...piece, lines: [{ ...line, measures }] }
}

describe('notes without a pitch', () => {
  const piece = pieceFrom('D4 x x z | D4 E4 F#4 G4 | z x z D4 | D4:w')

  it('are what the words over them say, until others say otherwise', () => {
    const said = withWords(piece, { 2: 'Slap the thigh' })
    expect([...struckIn(piece.lines[0]).values()]).toEqual(['clap', 'clap', 'clap'])
    expect([...struckIn(said.lines[0]).values()]).toEqual(['clap', 'slap', 'slap'])
  })

  it('are called and counted, and are no rests', () => {
    const { reading } = violin(piece)
    expect(callsText(callsOf(reading, { ...DEFAULT_CALLS, say: 'letters' })).split('\n')[0]).toBe('1: D, clap, clap, rest')
    expect(countsOf(reading)).toMatchObject({ notes: 7, rests: 3, struck: 3 })
  })

  it('have no place on the strings', () => {
    const { map } = violin(piece)
    expect(map.notes).toHaveLength(7)
    expect(map.problems).toEqual([])
  })

  it('are counted as notes are before an entry', () => {
    const entry = (text: string) => saidSpots(pieceFrom(text), violin(pieceFrom(text)).map).find((s) => s.kind === 'counted-rest')
    // After a rest the entry on the fourth beat has to be counted; after claps on every beat it does not.
    expect(entry('D4:w z z z D4')?.text).toContain('on beat 4')
    expect(entry('D4:w x x x D4')).toBeUndefined()
    expect(entry('D4:w x z z D4')?.text).toBe('Come in on beat 4, after 2 beats of rest.')
  })

  it('make another rhythm than rests', () => {
    const form = (text: string) => {
      const p = pieceFrom(text)
      return formOf(p, p.lines[0]).measures[1].like?.how.kind
    }
    expect(form('D4 E4:e F#4:e x G4 A4 B4:e A4:e x G4')).toBe('rhythm')
    expect(form('D4 E4:e F#4:e x G4 A4 B4:e A4:e z G4')).toBeUndefined()
  })

  it('are typed, and are not overwritten as a rest is', () => {
    const struck = typeStruck(typeNote(draftOf(pieceFrom('z:w z:w')), 'D'))
    const { events } = struck.piece.lines[0].measures[0]
    expect(events.map((e) => (e.kind === 'rest' ? (e.struck ? 'x' : 'z') : 'n')).join('')).toMatch(/^nx/)
    const before = { ...struck, at: { ...struck.at, index: 1 } }
    const after = typeRest(before).piece.lines[0].measures[0].events
    expect(after.filter((e) => e.kind === 'rest' && e.struck)).toHaveLength(1)
  })
})
