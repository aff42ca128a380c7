import { describe, expect, it } from 'vitest'
import { readAbc } from './abc/read'
import { retitledSource } from './source'

describe('a source under another title', () => {
  const title = (text: string) => {
    const r = readAbc(text)
    return r.ok ? r.piece.title : ''
  }
  it('abc reads back with the new title and the same notes', () => {
    for (const text of ['X:1\nT:Old\nT:Second\nM:4/4\nL:1/4\nK:D\nD4 |', 'X:1\nM:4/4\nL:1/4\nK:D\nD4 |', 'M:4/4\nL:1/4\nK:D\nD4 |']) {
      const changed = retitledSource({ name: 'x.abc', text }, 'Salt & $1 Oar')
      expect(title(changed.text)).toContain('Salt & $1 Oar')
      expect(changed.text).toContain('D4 |')
    }
  })
  it('another file is kept as it came', () => {
    const source = { name: 'x.musicxml', text: '<score-partwise/>' }
    expect(retitledSource(source, 'New')).toBe(source)
  })
})
