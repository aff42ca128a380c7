import { describe, expect, it } from 'vitest'
import { chordOf, each, listed, actOf, type KeyRow, type Pressed } from './keys'

const press = (key: string, held: Partial<Omit<Pressed, 'key'>> = {}): Pressed => ({
  key,
  shiftKey: false,
  altKey: false,
  ctrlKey: false,
  metaKey: false,
  ...held,
})

describe('a table of keys', () => {
  it('names what is pressed: Shift of letters and named keys, not of signs; the command key is Control', () => {
    expect(chordOf(press('a'))).toBe('a')
    expect(chordOf(press('A', { shiftKey: true }))).toBe('Shift+A')
    expect(chordOf(press('?', { shiftKey: true }))).toBe('?')
    expect(chordOf(press('ArrowLeft', { shiftKey: true, ctrlKey: true }))).toBe('Control+Shift+ArrowLeft')
    expect(chordOf(press('Z', { shiftKey: true, metaKey: true }))).toBe('Control+Shift+z')
    expect(chordOf(press('ArrowUp', { altKey: true }))).toBe('Alt+ArrowUp')
  })
  it('runs the row that has the chord, and is listed as it is written', () => {
    const done: string[] = []
    const table: KeyRow<string[]>[] = [
      { keys: '1 2', words: 'a digit', run: each(['1', '2'], (c) => (d) => void d.push(c)) },
      { keys: '?', words: 'this list', run: { '?': (d) => void d.push('help') } },
    ]
    for (const key of ['2', '?']) actOf(table, press(key))!(done)
    expect(done).toEqual(['2', 'help'])
    expect(actOf(table, press('3'))).toBeNull()
    expect(actOf(table, press('toString'))).toBeNull()
    expect(actOf(table, press('2', { ctrlKey: true }))).toBeNull()
    expect(listed(table)).toEqual([
      ['1 2', 'a digit'],
      ['?', 'this list'],
    ])
  })
})
