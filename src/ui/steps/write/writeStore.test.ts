import { describe, expect, it, vi } from 'vitest'
import { pitchName } from '@/core/music/pitch'
import { pieceFrom } from '@/core/testing/piece'
import { typeNote } from '@/core/writing/commands'
import { readAbc } from '@/formats/abc/read'
import { writeAbc } from '@/formats/abc/write'
import { actOf, type Pressed } from '@/ui/kit/keys'
import { WRITE_KEYS } from './keys'
import { createWrite } from './writeStore'

const D = { fifths: 2, mode: 'major' } as const
const piece = { ...pieceFrom('D4 E4 F#4 G4', D), title: 'Up the hill' }

function tune() {
  const w = createWrite({ id: 'x', version: 1, piece, text: '' })
  const help = vi.fn()
  const press = (key: string, held: Partial<Pressed> = {}): boolean => {
    const run = actOf(WRITE_KEYS, { key, shiftKey: false, altKey: false, ctrlKey: false, metaKey: false, ...held })
    run?.({ tune: w.getState(), help })
    return run !== null
  }
  const notes = () =>
    w
      .getState()
      .draft.piece.lines[0].measures.flatMap((m) =>
        m.events.map((e) => (e.kind === 'rest' ? 'z' : e.heads.map((h) => pitchName(h.pitch)).join('+'))),
      )
      .join(' ')
  return { w, press, notes, help }
}

describe('the writing of a tune', () => {
  it('begins with its text, written from the notes when there is none, and nothing to save', () => {
    const { w } = tune()
    expect(w.getState()).toMatchObject({ text: writeAbc(piece), good: writeAbc(piece), save: 'saved', ids: true, past: [], told: [] })
    expect(createWrite({ id: 'x', version: 1, piece, text: 'X:1' }).getState().text).toBe('X:1')
  })
  it('notes lead: the text follows, and one undo takes back both', () => {
    const { w, notes } = tune()
    const before = w.getState().text
    w.getState().run((d) => typeNote(d, 'A'))
    expect(notes()).toContain('A4')
    expect(w.getState()).toMatchObject({ save: 'waiting', text: w.getState().good, ids: true })
    expect(w.getState().text).not.toBe(before)
    expect(w.getState().told).toHaveLength(1)
    w.getState().undo()
    expect(w.getState()).toMatchObject({ text: before, good: before, ids: false })
    w.getState().redo()
    expect(notes()).toContain('A4')
  })
  it('a command that changes nothing is no step, and one that only moves is not undone by itself', () => {
    const { w } = tune()
    w.getState().run((d) => d, 'nothing')
    w.getState().run((d) => ({ ...d, slurFrom: 'e0' }))
    expect(w.getState()).toMatchObject({ past: [], save: 'saved' })
    expect(w.getState().draft.slurFrom).toBe('e0')
  })
  it('text leads once it is read: ids are new; what cannot be read changes no note and is not saved', () => {
    const { w, notes } = tune()
    const text = writeAbc(piece).replace('D', 'A')
    w.getState().typeText(text)
    expect(w.getState()).toMatchObject({ text, save: 'saved' })
    w.getState().read('something older', readAbc(text))
    expect(w.getState().reading).toBeNull()
    w.getState().read(text, readAbc(text))
    expect(w.getState()).toMatchObject({ good: text, save: 'waiting', ids: false })
    const stood = notes()
    w.getState().typeText('no tune at all')
    w.getState().read('no tune at all', readAbc(''))
    expect(w.getState().reading).toMatchObject({ ok: false })
    expect(notes()).toBe(stood)
    expect(w.getState().good).toBe(text)
    // The text that the notes wrote says nothing new.
    w.getState().undo()
    const steps = w.getState().past.length
    w.getState().read(w.getState().text, readAbc(w.getState().text))
    expect(w.getState().past).toHaveLength(steps)
  })
  it('once it is saved its ids stay, until a text is read anew; lifted pins are said', () => {
    const { w } = tune()
    const text = `${writeAbc(piece)}`.replace('D', 'A')
    w.getState().typeText(text)
    w.getState().read(text, readAbc(text))
    w.getState().marked({ save: 'saving' })
    expect(w.getState().ids).toBe(false)
    w.getState().marked({ save: 'saved', version: 2, lifted: 3 })
    expect(w.getState()).toMatchObject({ ids: true, version: 2, lifted: 3, told: [] })
  })
  it('nothing is saved over another window’s version until the teacher has chosen', () => {
    const { w } = tune()
    w.getState().marked({ save: 'newer', version: 7 })
    w.getState().run((d) => typeNote(d, 'A'))
    expect(w.getState()).toMatchObject({ save: 'newer', version: 7 })
    w.getState().undo()
    expect(w.getState().save).toBe('newer')
    w.getState().keepMine()
    expect(w.getState().save).toBe('waiting')
  })
  it('takes up what an earlier visit has left, on the version that it was made on, and it can be undone', () => {
    const { w, notes } = tune()
    const other = pieceFrom('A4 B4', D)
    w.getState().adopt({ piece: other, text: 'theirs', pinsBy: 'id' }, 5)
    expect(w.getState()).toMatchObject({ version: 5, text: 'theirs', good: 'theirs', ids: true, save: 'waiting' })
    w.getState().undo()
    expect(notes()).toBe('D4 E4 F#4 G4')
    w.getState().adopt({ piece: other, text: 'theirs', pinsBy: 'place' }, 6)
    expect(w.getState()).toMatchObject({ version: 6, ids: false })
  })
})

describe('the keys of the note editor', () => {
  it('type, alter, move, take away and undo', () => {
    const { press, notes, w, help } = tune()
    press('End', { ctrlKey: true })
    press('Enter')
    press('a')
    expect(notes()).toContain('G4 A4')
    press('+')
    expect(notes()).toContain('A#4')
    press('ArrowUp')
    expect(notes()).toMatch(/G4 B4|G4 B#4/)
    press('C', { shiftKey: true })
    expect(notes()).toContain('+')
    press('Backspace')
    expect(notes().startsWith('D4 E4 F#4 G4')).toBe(true)
    press('z', { ctrlKey: true })
    expect(notes()).toContain('+')
    press('Z', { ctrlKey: true, shiftKey: true })
    expect(notes()).not.toContain('+')
    press('r')
    expect(notes()).toContain('z')
    press('?')
    expect(help).toHaveBeenCalledOnce()
    expect(w.getState().save).toBe('waiting')
  })
  it('copy, cut and paste', () => {
    const { press, notes, w } = tune()
    press('Home', { ctrlKey: true })
    press('c', { ctrlKey: true })
    expect(w.getState()).toMatchObject({ clip: [], said: 'nothing is selected' })
    press('ArrowRight')
    press('c', { ctrlKey: true })
    expect(w.getState().clip).toHaveLength(1)
    press('x', { ctrlKey: true })
    expect(notes()).not.toContain('D4')
    press('v', { ctrlKey: true })
    expect(notes()).toContain('D4')
  })
  it('no chord stands in two rows, and all else is not theirs', () => {
    const chords = WRITE_KEYS.flatMap((row) => Object.keys(row.run))
    expect(new Set(chords).size).toBe(chords.length)
    const { press } = tune()
    for (const key of ['h', 'F5', '9', '@']) expect(press(key)).toBe(false)
  })
})
