import { describe, expect, it } from 'vitest'
import { asRead, readsBelow } from '@/core/balance/asRead'
import { ensembleMapper } from '@/core/balance/ensemble'
import { midiOf, parsePitch } from '@/core/music/pitch'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import type { Piece } from '@/core/piece/piece'
import { demoPieces } from './testing/demo'
import { exported } from './export'
import { readFile } from './read'

const SOLO = ['F#2', 'B2', 'E3', 'A3'].map((n) => parsePitch(n)!)
const klass = { ...DEFAULT_CLASS, seats: DEFAULT_CLASS.seats.map((r) => (r.id === 'bass' ? { ...r, tuning: SOLO, transposed: true } : r)) }

const sounding = (piece: Piece): number[] =>
  piece.lines[0].measures.flatMap((m) => m.events.flatMap((e) => (e.kind === 'note' ? e.heads.map((h) => midiOf(h.pitch)) : [])))

describe('a transposed part in MusicXML', () => {
  it('is written a whole step lower and says so (W3C MusicXML 4.0, transpose), and is read again as it sounds', () => {
    for (const piece of demoPieces()) {
      const source = { piece, plan: emptyPlan(), klass }
      const map = (s: typeof source) => ensembleMapper()(s.piece, s.plan, s.klass)
      const concert = exported('musicxml', piece, source.plan, map(source), 'bass')!
      const read = asRead(source, 'bass')
      const part = exported('musicxml', read.piece, read.plan, map(read), 'bass', readsBelow(klass, 'bass'))!
      const text = new TextDecoder().decode(part.bytes)
      expect(text).toContain('<transpose><diatonic>1</diatonic><chromatic>2</chromatic>')
      expect(text).toContain(`<fifths>${piece.key.fifths - 2}</fifths>`)
      const [a, b] = [concert, part].map(({ name, bytes }) => readFile(name, bytes)[0].reading)
      if (!a.ok || !b.ok) throw new Error(piece.title)
      expect(sounding(b.piece), piece.title).toEqual(sounding(a.piece))
      expect(b.piece.key, piece.title).toEqual(a.piece.key)
    }
  })
})
