import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pitchName } from '../music/pitch'
import { measureTicks, quarters, type Meter } from '../music/time'
import type { Piece } from '../piece/piece'
import { pieceSchema } from '../piece/piece.schema'
import { misfits, placeEvents, placeMeasures } from '../piece/walk'
import { pieces } from '../testing/arbitrary'
import { pieceFrom } from '../testing/piece'
import { begunPiece } from './begin'
import { cursorTo, selectAll, setBase, toggleTriplet, typeNote } from './commands'
import { draftOf, type Draft } from './draft'
import { changeKey, changeMeter, hasNotes } from './frame'
import { sayCaret } from './say'

const [C, D, G] = [0, 2, 1].map((fifths) => ({ fifths, mode: 'major' as const }))
const at = (piece: Piece, measure: number): Draft => ({ ...draftOf(piece), at: { line: 0, measure, index: 0 } })
const letters = (d: Draft) =>
  placeEvents(d.piece, d.piece.lines[0]).map(({ event: e }) => (e.kind === 'note' ? pitchName(e.heads[0].pitch) : 'z'))
const rebarred = (d: Draft, meter: Meter, reach: 'whole' | 'here' = 'whole'): Draft => {
  const made = changeMeter(d, meter, reach)
  if ('refused' in made) throw new Error(made.refused)
  return made
}
/** What sounds: pitches with their lengths in quarters, tied notes as one; rests side by side as one. */
const sounding = (piece: Piece, line = 0): string[] => {
  const out: { name: string; ticks: number; goes: boolean }[] = []
  for (const { event: e, ticks } of placeEvents(piece, piece.lines[line])) {
    const name = e.kind === 'note' ? e.heads.map((h) => pitchName(h.pitch)).join('+') : 'z'
    const last = out.at(-1)
    if (last && last.name === name && (last.goes || name === 'z'))
      Object.assign(last, { ticks: last.ticks + ticks, goes: e.kind === 'note' && e.heads.every((h) => h.tie) })
    else out.push({ name, ticks, goes: e.kind === 'note' && e.heads.every((h) => h.tie) })
  }
  return out.map((o) => `${o.name} ${quarters(o.ticks)}`)
}
const FOUR: Meter = { beats: 4, unit: 4 }
const THREE: Meter = { beats: 3, unit: 4 }

describe('another signature', () => {
  const piece = pieceFrom('F4 G4 A4 C5 | F4 F#4 G4 A4 | F4 C5 F4 C5', C)
  it('keeps the letters and reads them in the new key: the signature that was forgotten', () => {
    const d = changeKey(at(piece, 0), D, 'whole', true)
    expect(d.piece.key).toEqual(D)
    expect(letters(d)).toEqual(['F#4', 'G4', 'A4', 'C#5', 'F#4', 'F#4', 'G4', 'A4', 'F#4', 'C#5', 'F#4', 'C#5'])
  })
  it('or keeps what sounds', () => {
    const d = changeKey(at(piece, 0), D, 'whole', false)
    expect(d.piece.key).toEqual(D)
    expect(letters(d)).toEqual(letters(at(piece, 0)))
  })
  it('holds from the cursor’s measure to the next change, or for all of the tune', () => {
    const here = changeKey(at(piece, 1), G, 'here', true)
    expect(here.piece.key).toEqual(C)
    expect(here.piece.lines[0].measures.map((m) => m.key?.fifths)).toEqual([undefined, 1, undefined])
    expect(letters(here).slice(3)).toEqual(['C5', 'F#4', 'F#4', 'G4', 'A4', 'F#4', 'C5', 'F#4', 'C5'])
    // A change that comes later stays, and what it reaches is left alone.
    const two = changeKey({ ...changeKey(at(here.piece, 2), C, 'here', true), at: { line: 0, measure: 0, index: 0 } }, D, 'here', true)
    expect(two.piece.lines[0].measures.map((m) => m.key?.fifths)).toEqual([undefined, 1, 0])
    expect(letters(two).slice(0, 4)).toEqual(['F#4', 'G4', 'A4', 'C#5'])
    expect(letters(two).slice(4)).toEqual(['F#4', 'F#4', 'G4', 'A4', 'F4', 'C5', 'F4', 'C5'])
    const whole = changeKey(two, D, 'whole', false)
    expect(whole.piece.lines[0].measures.every((m) => m.key === undefined)).toBe(true)
    expect(letters(whole)).toEqual(letters(two))
  })
})

describe('another time', () => {
  it('sets the barlines anew; a note that lies over one is tied', () => {
    const d = rebarred(at(pieceFrom('D4 E4 F4 G4 | A4:h B4:h | C5:w'), 0), THREE)
    expect(d.piece.meter).toEqual(THREE)
    expect(d.piece.lines[0].measures.map((m) => m.events.length)).toEqual([3, 2, 2, 1])
    expect(sounding(d.piece)).toEqual(['D4 1', 'E4 1', 'F4 1', 'G4 1', 'A4 2', 'B4 2', 'C5 4'])
    expect(misfits(d.piece)).toEqual([])
    expect(d.piece.lines[0].measures.map((m) => m.number)).toEqual(['1', '2', '3', '4'])
  })
  it('holds from the cursor’s measure on, and stops at the next change', () => {
    const piece = pieceFrom('D4 E4 F4 G4 | A4 B4 C5 D5 | D5 C5 B4 A4 | G4 F4 E4 D4')
    const d = rebarred(at(piece, 2), THREE, 'here')
    expect(d.piece.meter).toEqual(FOUR)
    expect(placeMeasures(d.piece, d.piece.lines[0]).map((m) => m.meter.beats)).toEqual([4, 4, 3, 3, 3])
    const first = rebarred(at(d.piece, 0), { beats: 2, unit: 4 }, 'here')
    expect(placeMeasures(first.piece, first.piece.lines[0]).map((m) => m.meter.beats)).toEqual([2, 2, 2, 2, 3, 3, 3])
    expect(sounding(first.piece)).toEqual(sounding(piece))
  })
  it('leaves a pickup as long as it is, and divides what repeats and endings divide', () => {
    const piece = pieceFrom('A4 | |: D4 E4 F4 G4 :| A4 B4 C5 D5')
    const d = rebarred(at(piece, 0), THREE)
    const { measures } = d.piece.lines[0]
    expect(measures.map((m) => [m.number, m.events.length])).toEqual([
      ['0', 1],
      ['1', 3],
      ['2', 1],
      ['3', 3],
      ['4', 1],
    ])
    expect(measures.map((m) => [m.repeatStart, m.repeatEnd])).toEqual([
      [undefined, undefined],
      [true, undefined],
      [undefined, 2],
      [undefined, undefined],
      [undefined, undefined],
    ])
  })
  it('refuses where a triplet would lie over a barline, and says where', () => {
    const four = draftOf(pieceFrom('D4 E4'))
    const triplet = [...'EFG'].reduce(
      (so, l) => typeNote(so, l as 'E'),
      toggleTriplet(setBase({ ...four, at: { line: 0, measure: 0, index: 2 } }, 'quarter')),
    )
    const made = changeMeter(triplet, THREE, 'whole')
    expect(made).toEqual({ refused: 'a tuplet in measure 1 would cross a barline. Change it first' })
  })
  it('whatever the piece: what sounds is the same, and every measure inside a part is full', () => {
    fc.assert(
      fc.property(pieces, fc.constantFrom<Meter>(THREE, FOUR, { beats: 6, unit: 8 }, { beats: 2, unit: 4 }), (piece, meter) => {
        fc.pre(misfits(piece).length === 0)
        const made = changeMeter(at(piece, 0), meter, 'whole')
        if ('refused' in made) return
        expect(pieceSchema.safeParse(made.piece).error?.issues ?? []).toEqual([])
        piece.lines.forEach((_, l) => {
          const rests = (all: string[]) => (all.at(-1)?.startsWith('z') ? all.slice(0, -1) : all)
          expect(rests(sounding(made.piece, l))).toEqual(rests(sounding(piece, l)))
        })
        for (const m of placeMeasures(made.piece, made.piece.lines[0])) expect(m.length).toBeLessThanOrEqual(measureTicks(m.meter))
      }),
      { numRuns: 200 },
    )
  })
})

describe('beginning, selecting, saying where one is', () => {
  it('a tune begins with its key, time and a pickup that is as long as was said', () => {
    const piece = begunPiece({ title: ' Hill Path ', key: G, meter: THREE, pickup: 1 })
    expect(pieceSchema.safeParse(piece).success).toBe(true)
    expect([piece.title, piece.key, piece.meter]).toEqual(['Hill Path', G, THREE])
    expect(hasNotes(draftOf(piece))).toBe(false)
    let d = draftOf(piece)
    for (const l of 'DGABCG') d = typeNote(d, l as 'D')
    // One beat before the bar, then full measures.
    expect(d.piece.lines[0].measures.map((m) => [m.number, m.events.filter((e) => e.kind === 'note').length])).toEqual([
      ['0', 1],
      ['1', 3],
      ['2', 2],
    ])
    expect(hasNotes(d)).toBe(true)
    expect(begunPiece({ title: '', key: G, meter: THREE, pickup: 0 })).toMatchObject({
      title: 'New tune',
      lines: [{ measures: [{ number: '1' }] }],
    })
    // A pickup is never a whole measure.
    expect(begunPiece({ title: '', key: G, meter: THREE, pickup: 9 }).lines[0].measures[0].events).toHaveLength(1)
  })
  it('all of the line is selected', () => {
    const d = selectAll(cursorTo(draftOf(pieceFrom('D4 E4 F4 G4 | A4 B4')), 'start'))
    expect(sayCaret(d, 'letters')).toContain('6 selected')
  })
  it('says measure, beat, the next length, the last note', () => {
    const d = draftOf(pieceFrom('D4 E4 F#4 G4 | A4 D5', G))
    expect(sayCaret(d, 'letters')).toBe('Measure 2, beat 3 · quarter · last D5')
    expect(sayCaret(setBase(d, 'eighth'), 'letters')).toBe('Measure 2, beat 3 · eighth · last D5')
    expect(sayCaret({ ...d, dots: 1 }, 'letters')).toContain('dotted quarter')
    expect(sayCaret(toggleTriplet(d), 'letters')).toBe('Measure 2, beat 3 · quarter, triplet · last D5 · 3 of the triplet to go')
    expect(sayCaret(cursorTo(d, 'start'), 'letters')).toBe('Measure 1, beat 1 · quarter')
    // A pickup of one beat in 4/4 stands on beat 4.
    expect(sayCaret(draftOf(begunPiece({ title: '', key: G, meter: FOUR, pickup: 1 })), 'letters')).toContain('Measure 0, beat 4')
  })
})
