import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { pitchName, type Letter } from '../music/pitch'
import { measureTicks, quarters } from '../music/time'
import { type Head, type NoteEvent, PIECE_VERSION, type Piece } from '../piece/piece'
import { pieceSchema } from '../piece/piece.schema'
import { misfits, placeEvents } from '../piece/walk'
import {
  addHead,
  addMeasure,
  copy,
  cycleEnding,
  dropMeasure,
  move,
  moveOctaves,
  moveSemitones,
  moveSteps,
  cursorTo,
  otherLine,
  paste,
  pickEvent,
  selectAll,
  remove,
  setAlter,
  setBase,
  setBow,
  toggleDot,
  togglePickup,
  toggleRepeatEnd,
  toggleRepeatStart,
  toggleSlur,
  toggleTie,
  toggleTriplet,
  transposePiece,
  typeNote,
  typeRest,
} from './commands'
import { changeKey, changeMeter } from './frame'
import { draftOf, emptyMeasure, meterAt, type Draft } from './draft'

const empty = (measures = 1, fifths = 0): Piece =>
  pieceSchema.parse({
    version: PIECE_VERSION,
    title: 'Test',
    key: { fifths, mode: 'major' },
    meter: { beats: 4, unit: 4 },
    lines: [
      { name: 'A', clef: 'treble', slurs: [], measures: Array.from({ length: measures }, (_, i) => emptyMeasure(`${i + 1}`, `e${i}`)) },
    ],
  })
const begin = (measures = 1, fifths = 0) => draftOf(empty(measures, fifths))
const type = (d: Draft, letters: string): Draft =>
  [...letters].reduce((so, l) => (l === 'r' ? typeRest(so) : typeNote(so, l.toUpperCase() as Letter)), d)
const notes = (d: Draft, line = 0) =>
  placeEvents(d.piece, d.piece.lines[line]).map(
    (e) =>
      `${e.event.kind === 'note' ? e.event.heads.map((h) => pitchName(h.pitch) + (h.tie ? '~' : '')).join('+') : 'z'} ${quarters(e.ticks)}`,
  )
const bars = (d: Draft) => d.piece.lines[0].measures.map((m) => m.events.length)

describe('typing notes', () => {
  it('letters go to the nearest octave, as the key has them; measures fill and are added', () => {
    const d = type(begin(1, 2), 'gfedcbag')
    expect(notes(d)).toEqual(['G4 1', 'F#4 1', 'E4 1', 'D4 1', 'C#4 1', 'B3 1', 'A3 1', 'G3 1'])
    expect(bars(d)).toEqual([4, 4])
    expect(misfits(d.piece)).toEqual([])
  })
  it('a sign in the measure holds for the next note of its letter (common practice)', () => {
    const d = type(setAlter(type(begin(), 'f'), 1), 'gf')
    expect(notes(d).slice(0, 3)).toEqual(['F#4 1', 'G4 1', 'F#4 1'])
    expect(notes(type(d, 'gf'))[4]).toBe('F4 1')
  })
  it('lengths, dots, triplets and rests; what is too long goes on tied in the next measure', () => {
    let d = setBase(begin(), 'half')
    d = toggleDot(d)
    d = type(d, 'g')
    d = setBase(d, 'half')
    d = type(d, 'a')
    expect(notes(d)).toEqual(['G4 3', 'A4~ 1', 'A4 1', 'z 3'].slice(0, 3).concat(notes(d).slice(3)))
    const t = type(toggleTriplet(setBase(begin(), 'eighth')), 'gab')
    expect(notes(t).slice(0, 3)).toEqual(['G4 1/3', 'A4 1/3', 'B4 1/3'])
    expect(t.piece.lines[0].measures[0].events.slice(0, 3).map((e) => e.tuplet)).toEqual(['start', undefined, 'stop'])
    expect(t.triplet).toBe(0)
    expect(notes(type(begin(), 'grar'))).toEqual(['G4 1', 'z 1', 'A4 1', 'z 1'])
  })
  it('a note put between others pushes them on, and the measure says so', () => {
    const d = type(move(move(type(begin(), 'gabc'), -1), -1), 'd')
    expect(notes(d)).toEqual(['G4 1', 'A4 1', 'D5 1', 'B4 1', 'C5 1'])
    expect(misfits(d.piece)).toMatchObject([{ number: '1', excess: 10080 }])
  })
  it('a sixteen-bar tune takes at most one and a half keys a note', () => {
    // Four phrases of quarters, eighths and halves, typed as one who knows the keys would.
    const phrase = ['4', 'g', 'a', 'b', 'c', '8', 'd', 'c', 'b', 'a', '4', 'g', 'd', 'e', 'e', 'f', 'g', '2', 'a', 'g']
    const typed = [0, 1, 2, 3].reduce(
      (d) =>
        phrase.reduce(
          (so, k) => (/\d/.test(k) ? setBase(so, ({ '4': 'quarter', '8': 'eighth', '2': 'half' } as const)[k as '4']) : type(so, k)),
          d,
        ),
      begin(),
    )
    const count = notes(typed).filter((n) => !n.startsWith('z')).length
    expect(typed.piece.lines[0].measures).toHaveLength(16)
    expect(misfits(typed.piece)).toEqual([])
    expect((4 * phrase.length) / count).toBeLessThanOrEqual(1.5)
  })
})

describe('changing notes', () => {
  const scale = () => type(begin(), 'gabc')
  it('steps, octaves, half steps, signs', () => {
    expect(notes(moveSteps(scale(), 1))[3]).toBe('D5 1')
    expect(notes(moveOctaves(scale(), -1))[3]).toBe('C4 1')
    expect(notes(moveSemitones(scale(), 1))[3]).toBe('C#5 1')
    expect(notes(moveSemitones(scale(), -1))[3]).toBe('B4 1')
    expect(notes(moveSemitones(scale(), -2))[3]).toBe('Bb4 1')
    expect(notes(setAlter(scale(), -1))[3]).toBe('Cb5 1')
    expect(notes(setAlter(setAlter(scale(), -1), -1))[3]).toBe('C5 1')
  })
  it('what is selected changes together; cut, copied and pasted', () => {
    const two = move(move(scale(), -1, true), -1, true)
    expect(notes(moveSteps(two, 1))).toEqual(['G4 1', 'A4 1', 'C5 1', 'D5 1'])
    expect(copy(two)).toHaveLength(2)
    const cut = remove(two)
    expect(notes(cut)).toEqual(['G4 1', 'A4 1'])
    expect(notes(paste(cursorTo(cut, 'start'), copy(two)))).toEqual(['B4 1', 'C5 1', 'G4 1', 'A4 1'])
    expect(notes(setBase(two, 'eighth')).slice(2)).toEqual(['B4 1/2', 'C5 1/2'])
  })
  it('heads, ties, bows and slurs', () => {
    expect(notes(addHead(type(begin(), 'd'), 'A'))[0]).toBe('D4+A4 1')
    expect(notes(toggleTie(scale()))[3]).toBe('C5~ 1')
    expect(notes(toggleTie(toggleTie(scale())))[3]).toBe('C5 1')
    const bowed = setBow(scale(), 'up')
    expect(bowed.piece.lines[0].measures[0].events[3]).toMatchObject({ bow: 'up' })
    expect(setBow(bowed, 'up').piece.lines[0].measures[0].events[3]).not.toHaveProperty('bow')
    const slurred = toggleSlur(type(toggleSlur(type(begin(), 'g')), 'ab'))
    const ids = slurred.piece.lines[0].measures[0].events.map((e) => e.id)
    expect(slurred.piece.lines[0].slurs).toEqual([{ from: ids[0], to: ids[2] }])
    // With one of its ends it goes too.
    expect(remove(slurred).piece.lines[0].slurs).toEqual([])
    expect(toggleSlur(slurred).piece.lines[0].slurs).toEqual([])
  })
  it('measures, repeats, endings, pickup, key, time, the whole tune, a second line', () => {
    const d = type(begin(), 'gabcgabc')
    const more = addMeasure(cursorTo(d, 'start'))
    expect(more.piece.lines[0].measures.map((m) => m.number)).toEqual(['1', '2', '3'])
    expect(dropMeasure(more).piece.lines[0].measures).toHaveLength(2)
    const marked = cycleEnding(toggleRepeatEnd(toggleRepeatStart(d)))
    expect(marked.piece.lines[0].measures[1]).toMatchObject({ repeatStart: true, repeatEnd: 2, ending: [1] })
    expect(togglePickup(d).piece.lines[0].measures.map((m) => m.number)).toEqual(['0', '1'])
    const up = transposePiece(type(begin(1, 2), 'dfa'), 2)
    expect(up.piece.key.fifths).toBe(4)
    expect(notes(up).slice(0, 3)).toEqual(['E4 1', 'G#4 1', 'B4 1'])
    const grace: Draft = withHead(up, { pitch: { letter: 'F', alter: 1, octave: 5 }, givenFinger: 1 }, [
      { heads: [{ pitch: { letter: 'E', alter: 0, octave: 5 } }], base: 'eighth' },
    ])
    const [first] = transposePiece(grace, 2).piece.lines[0].measures[0].events
    // A grace note goes along, a finger that the file gave belongs to the old note.
    expect(first).toMatchObject({
      heads: [{ pitch: { letter: 'G', alter: 1 } }],
      graces: [{ heads: [{ pitch: { letter: 'F', alter: 1 } }] }],
    })
    expect(first.kind === 'note' && first.heads[0].givenFinger).toBeUndefined()
    // Nothing is moved out of the range that a piece can say.
    const highest = withHead(up, { pitch: { letter: 'B', alter: 0, octave: 9 } })
    expect(transposePiece(highest, 12)).toBe(highest)
    const b = type(otherLine(d), 'e')
    expect(b.piece.lines.map((l) => l.name)).toEqual(['A', 'B'])
    expect(notes(b, 1)).toContain('E4 1')
    expect(otherLine(b).at.line).toBe(0)
    expect(pickEvent(d, d.piece.lines[0].measures[0].events[1].id).at).toEqual({ line: 0, measure: 0, index: 2 })
  })
})

/** The draft with its first note of another head, and grace notes before it. */
function withHead(d: Draft, head: Head, graces?: NoteEvent['graces']): Draft {
  const [line, ...lines] = d.piece.lines
  const [m, ...measures] = line.measures
  const [e, ...events] = m.events
  const note = { ...(e as NoteEvent), heads: [head], ...(graces ? { graces } : {}) }
  return { ...d, piece: { ...d.piece, lines: [{ ...line, measures: [{ ...m, events: [note, ...events] }, ...measures] }, ...lines] } }
}

describe('whatever is typed', () => {
  const commands: ((d: Draft) => Draft)[] = [
    ...[...'abcdefg'].map((l) => (d: Draft) => typeNote(d, l.toUpperCase() as Letter)),
    typeRest,
    (d) => setBase(d, 'whole'),
    (d) => setBase(d, 'eighth'),
    (d) => setBase(d, 'quarter'),
    toggleDot,
    toggleTriplet,
    (d) => setAlter(d, 1),
    (d) => moveSteps(d, -1),
    (d) => moveSemitones(d, 1),
    toggleTie,
    toggleSlur,
    (d) => addHead(d, 'C'),
    (d) => move(d, -1, true),
    (d) => move(d, -1),
    (d) => move(d, 1),
    remove,
    addMeasure,
    dropMeasure,
    otherLine,
    togglePickup,
    toggleRepeatEnd,
    cycleEnding,
    (d) => paste(d, copy(d)),
    ...(['whole', 'here'] as const).flatMap((reach) => [
      (d: Draft) => changeKey(d, { fifths: -2, mode: 'minor' }, reach, true),
      (d: Draft) => {
        const made = changeMeter(d, { beats: 3, unit: 8 }, reach)
        return 'refused' in made ? d : made
      },
    ]),
    selectAll,
    (d) => transposePiece(d, 5),
  ]
  it('the piece is one that the schema admits, and the caret stands in it', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...commands), { maxLength: 60 }), (list) => {
        const d = list.reduce((so, c) => c(so), begin(2))
        expect(pieceSchema.safeParse(d.piece).error?.issues ?? []).toEqual([])
        const { events } = d.piece.lines[d.at.line].measures[d.at.measure]
        expect(d.at.index).toBeLessThanOrEqual(events.length)
        expect(measureTicks(meterAt(d))).toBeGreaterThan(0)
      }),
      { numRuns: 400 },
    )
  })
})
