import { DEFAULT_CLASS } from '../plan/class'
import { describe, expect, it } from 'vitest'
import { handSpans } from '../fingering/hands'
import { movesOf } from '../fingering/moves'
import { QUARTER } from '../music/time'
import type { Piece } from '../piece/piece'
import { lineFrom, pieceFrom } from '../testing/piece'
import { carryPins } from '../plan/carry'
import { ensembleMapper, octavesFor } from './ensemble'
import { linesOf, matchLines } from '../seats/lines'
import { sayOctaveChange } from './octaveChoices'
import { seatsOf } from '../seats/seat'
import { emptyPlan, withLine, withOctave, withPin } from '../plan/plan'
import { previewOf } from './preview'
import { answerAt, timelineOf } from './timeline'

const D = { fifths: 2, mode: 'major' } as const
const scale = pieceFrom('D4 E4 F#4 G4 A4 B4 C#5 D5', D)

describe('octaves (common practice: unison in octaves)', () => {
  it('violin and viola at pitch, cello one lower, bass two lower', () =>
    expect(octavesFor(scale, emptyPlan(), DEFAULT_CLASS)).toEqual({ violin: 0, viola: 0, cello: -1, bass: -2 }))
  it('a viola without an E string goes down an octave', () =>
    expect(octavesFor(pieceFrom('A5 G5 F5 E5'), emptyPlan(), DEFAULT_CLASS).viola).toBe(-1))
  it('a tune written for cello comes up to the violin', () =>
    expect(octavesFor(pieceFrom('D3 E3 F#3 G3', D), emptyPlan(), DEFAULT_CLASS)).toMatchObject({ violin: 1, cello: 0 }))
  it('a line in the bass clef stays where the cello plays it', () => {
    const low = pieceFrom('C2 D2 E2 F2')
    const piece = { ...low, lines: [{ ...low.lines[0], clef: 'bass' as const }] }
    expect(octavesFor(piece, emptyPlan(), DEFAULT_CLASS)).toEqual({ violin: 2, viola: 1, cello: 0, bass: 0 })
  })
  it('a few new notes are no reason to leave the unison, a note that nobody can hold is', () => {
    const three = {
      ...DEFAULT_CLASS,
      seats: DEFAULT_CLASS.seats.map((s) => ({ ...s, learned: { ...s.learned, fingers: [1, 2, 3], positions: ['I'] } })),
    }
    // Without the fourth finger B5 is new. An octave lower all would be known; one of twenty-five is borne, one of five is not.
    const high = 'E5 F#5 G5 A5'
    expect(octavesFor(pieceFrom(`${[1, 2, 3, 4, 5, 6].map(() => high).join(' ')} B5`, D), emptyPlan(), three).violin).toBe(0)
    expect(octavesFor(pieceFrom(`${high} B5`, D), emptyPlan(), three).violin).toBe(-1)
    // A hundred notes and one below the violin's lowest string.
    const hundred = Array.from({ length: 20 }, () => 'D4 E4 F#4 G4 A4').join(' ')
    expect(octavesFor(pieceFrom(`${hundred} E3`, D), emptyPlan(), DEFAULT_CLASS).violin).toBe(1)
  })
  it('21: the bass of a tune from E to E in A major is an octave lower still, in first position, without a shift', () => {
    const tune = pieceFrom('E4 F#4 G#4 A4 B4 C#5 D5 E5 D5 C#5 B4 A4 C#5 E5 D5 B4 C#5 A4 B4 G#4 A4:w', { fifths: 3, mode: 'major' })
    expect(octavesFor(tune, emptyPlan(), DEFAULT_CLASS)).toMatchObject({ violin: 0, viola: 0, bass: -3 })
    const { bass } = ensembleMapper()(tune, emptyPlan(), DEFAULT_CLASS)
    expect(movesOf(bass).filter((m) => m.shift)).toEqual([])
    expect(new Set(bass.notes.map((n) => n.position ?? 'I'))).toEqual(new Set(['I']))
    const said = sayOctaveChange(tune, emptyPlan(), DEFAULT_CLASS, seatsOf(DEFAULT_CLASS)[3], bass, -2)
    expect(said[0]).toMatch(/^\d+ (shifts|places with something new) instead of none$/)
  })
  it('a few new notes do not tear viola and cello away onto their lowest strings', () => {
    const tune = pieceFrom('D4 F#4 A4 D5 F#5 E5 D5 A4 G4 E4 C#5 A4 D5 A4 F#4 D4 E4 G4 B4 C#5 D5 B4 A4 F#4 D4 F#4 E4 C#5 D5:h', D)
    expect(octavesFor(tune, emptyPlan(), DEFAULT_CLASS)).toMatchObject({ viola: 0, cello: -1 })
  })
  it('the teacher’s choice stands', () => expect(octavesFor(scale, withOctave(emptyPlan(), 'cello', -2), DEFAULT_CLASS).cello).toBe(-2))
  it('an empty line takes the usual places', () =>
    expect(octavesFor(pieceFrom('z z z z'), emptyPlan(), DEFAULT_CLASS)).toEqual({ violin: 0, viola: 0, cello: -1, bass: -2 }))
})

describe('the mapper', () => {
  it('solves again only the seat whose pins changed', () => {
    const map = ensembleMapper()
    const plan = emptyPlan()
    const before = map(scale, plan, DEFAULT_CLASS)
    const after = map(scale, withPin(plan, 'violin', 'e4', { fingers: [4] }), DEFAULT_CLASS)
    expect(after.violin).not.toBe(before.violin)
    for (const seat of ['viola', 'cello', 'bass'] as const) expect(after[seat]).toBe(before[seat])
    expect(after.violin.notes[4].stop).toMatchObject({ finger: 4, string: 1 })
  })
  it('lifting a pin brings back what was there', () => {
    const map = ensembleMapper()
    const plan = emptyPlan()
    const before = map(scale, plan, DEFAULT_CLASS).violin.notes.map((n) => n.stop)
    const pinned = withPin(plan, 'violin', 'e4', { fingers: [4] })
    map(scale, pinned, DEFAULT_CLASS)
    expect(map(scale, withPin(pinned, 'violin', 'e4', null), DEFAULT_CLASS).violin.notes.map((n) => n.stop)).toEqual(before)
  })
  it('a seat can read the second line', () => {
    const piece: Piece = {
      ...scale,
      lines: [
        scale.lines[0],
        {
          ...lineFrom('D4:w D4:w'),
          name: 'B',
          measures: lineFrom('D4:w D4:w').measures.map((m, i) => ({ ...m, events: m.events.map((e) => ({ ...e, id: `b${i}` })) })),
        },
      ],
    }
    const map = ensembleMapper()(piece, withLine(piece, emptyPlan(), 'cello', 1), DEFAULT_CLASS)
    expect(map.cello.notes).toHaveLength(2)
    expect(timelineOf(piece, map)).toHaveLength(8)
    expect(answerAt(piece, map.cello, 3 * QUARTER)?.placed.event.id).toBe('b0')
  })
})

describe('moments', () => {
  const piece = pieceFrom('D4:h z E4 F#4~ F#4:h', D)
  const map = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
  it('the timeline has every beginning, each to the next', () => {
    const t = timelineOf(piece, map)
    expect(t.map((b) => b.onset / QUARTER)).toEqual([0, 2, 3, 4, 5])
    expect(t.map((b) => b.ticks / QUARTER)).toEqual([2, 1, 1, 1, 2])
  })
  it('answers for a time inside a note, in a rest and after the end', () => {
    expect(answerAt(piece, map.violin, QUARTER)?.notes).toHaveLength(1)
    expect(answerAt(piece, map.violin, 2 * QUARTER)?.placed.event.kind).toBe('rest')
    expect(answerAt(piece, map.violin, 99 * QUARTER)).toBeNull()
  })
  it('a tied note is held, not struck again', () => {
    const held = answerAt(piece, map.violin, 5 * QUARTER)?.notes[0]
    expect(held?.held).toBe(true)
    expect(held?.column).toBe(answerAt(piece, map.violin, 4 * QUARTER)?.notes[0].column)
  })
})

describe('pins on an edited piece', () => {
  it('stay where measure, beat and pitch stay, and are lifted elsewhere', () => {
    const plan = withPin(withPin(emptyPlan(), 'violin', 'e4', { fingers: [4] }), 'violin', 'e1', { fingers: [1] })
    const edited = pieceFrom('D4 G4 F#4:e E4:e G4 A4 B4 C#5 D5', D)
    const { plan: carried, lifted } = carryPins(scale, edited, plan)
    expect(carried.pins.violin).toEqual({ e5: { fingers: [4] } })
    expect(lifted).toBe(1)
  })
  it('stay on the note itself when ids are kept, wherever it goes, if its pitch stays', () => {
    const plan = withPin(withPin(emptyPlan(), 'violin', 'e4', { fingers: [4] }), 'violin', 'e1', { fingers: [1] })
    const change = (ids: string[], text: string) => {
      const p = pieceFrom(text, D)
      let n = 0
      const measures = p.lines[0].measures.map((m) => ({ ...m, events: m.events.map((e) => ({ ...e, id: ids[n++] })) }))
      return { ...p, lines: [{ ...p.lines[0], measures }] }
    }
    // E4 is taken out: all after it moves up by a beat.
    const shorter = change(['e0', 'e2', 'e3', 'e4', 'e5', 'e6', 'e7'], 'D4 F#4 G4 A4 B4 C#5 D5')
    expect(carryPins(scale, shorter, plan, 'id')).toMatchObject({ plan: { pins: { violin: { e4: { fingers: [4] } } } }, lifted: 1 })
    expect(carryPins(scale, shorter, plan, 'place')).toMatchObject({ plan: { pins: { violin: {} } }, lifted: 2 })
    // The same note at another pitch is another note.
    const higher = change(['e0', 'e1', 'e2', 'e3', 'e4', 'e5', 'e6', 'e7'], 'D4 E4 F#4 G4 B4 B4 C#5 D5')
    expect(carryPins(scale, higher, plan, 'id')).toMatchObject({ plan: { pins: { violin: { e1: { fingers: [1] } } } }, lifted: 1 })
    expect(carryPins(scale, higher, plan, 'id').plan.pins.violin).toEqual({ e1: { fingers: [1] } })
  })
})

describe('the hand', () => {
  it('holds first position through open strings, and a shift begins a new bracket', () => {
    const map = ensembleMapper()(scale, emptyPlan(), DEFAULT_CLASS)
    expect(handSpans(map.violin).map((s) => s.position)).toEqual(['I'])
    expect(handSpans(map.violin)[0].frames.map((f) => f.frame.name)).toEqual(['touch 2-3', 'touch 2-3'])
    expect(handSpans(map.bass).map((s) => s.position)).toEqual(['I', 'III'])
  })
  it('is drawn small for the shelf', () => {
    const rows = previewOf(scale, emptyPlan(), DEFAULT_CLASS, 1)
    expect(rows.map((r) => [r.name, r.strings, r.dots.length])).toEqual(['Violin', 'Viola', 'Cello', 'Bass'].map((name) => [name, 4, 4]))
    expect(rows[0].dots[0]).toEqual({ at: 0, string: 1, open: true })
  })
})

describe('which line a seat reads', () => {
  it('two groups of violins take the violin parts one after another, a third the last', () => {
    const line = (name: string) => ({ ...scale.lines[0], name })
    const piece: Piece = { ...scale, lines: ['Violin I', 'Violin II', 'Cello'].map(line) }
    const [violin, , cello] = seatsOf(DEFAULT_CLASS)
    const seats = [violin, { ...violin, id: 'b', name: 'Second group' }, { ...violin, id: 'c', name: 'Third group' }, cello]
    expect(linesOf(matchLines(seats, piece))).toEqual({ violin: 0, b: 1, c: 1, cello: 2 })
  })
})
