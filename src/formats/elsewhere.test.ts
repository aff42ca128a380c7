import midiPackage from '@tonejs/midi'
import abcjs from 'abcjs'
import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { validateXML } from 'xmllint-wasm'
import { demoFiles } from '../../demo'
import type { Piece } from '@/core/piece/piece'
import { DEFAULT_CLASS } from '@/core/seats/class'
import { ensembleMapper } from '@/core/seats/ensemble'
import { emptyPlan } from '@/core/seats/plan'
import { serverToolkit } from '@/engrave/server'
import type { Toolkit } from '@/engrave/toolkit'
import { writeAbc } from './abc/write'
import { soundingNotes, writeMidi } from './midi/write'
import { writeMusicXml } from './musicxml/write'
import { partOfSeat, partsOfPiece, type Part } from './parts'
import { readFile } from './read'
import { SEATS } from '@/core/testing/seats'

const { Midi } = midiPackage
let toolkit: Toolkit & { renderToMIDI(): string }
beforeAll(async () => {
  toolkit = (await serverToolkit()) as typeof toolkit
})

const pieces = (): [string, Piece][] =>
  demoFiles().map(({ name, bytes }) => {
    const [{ reading }] = readFile(name, bytes)
    if (!reading.ok) throw new Error(name)
    return [name, reading.piece]
  })
const seatsOf = (piece: Piece): Part[] => {
  const e = ensembleMapper()(piece, emptyPlan(), DEFAULT_CLASS)
  return SEATS.map((s) => partOfSeat(piece, e[s], true))
}
/** The piece played straight through: an independent player need not follow repeats as we do. */
const straight = (piece: Piece): Piece => ({
  ...piece,
  lines: piece.lines.map((l) => ({
    ...l,
    measures: l.measures.map(({ repeatStart: _, repeatEnd: _e, ending: _n, ...m }) => m),
  })),
})

/** What an independent reader (the engraver's own) plays: onset and length in quarters, and key number, by track. */
function heardElsewhere(text: string): string[][] {
  toolkit.setOptions({ breaks: 'none' })
  expect(toolkit.loadData(text)).toBeTruthy()
  const file = new Midi(Buffer.from(toolkit.renderToMIDI(), 'base64'))
  return file.tracks
    .filter((t) => t.notes.length)
    .map((t) => t.notes.map((n) => sounding(n.ticks / file.header.ppq, n.durationTicks / file.header.ppq, n.midi)).sort())
}
type Sequenced = { setUpAudio(): { tracks: { cmd: string; pitch?: number }[][] } }
/** Key numbers that the abc parser's own sequencer plays, voice by voice, in order of height. */
const playedByParser = (text: string): number[][] =>
  (abcjs.parseOnly(text)[0] as unknown as Sequenced)
    .setUpAudio()
    .tracks.map((t) => t.flatMap((e) => (e.cmd === 'note' && e.pitch !== undefined ? [e.pitch] : [])).sort((a, b) => a - b))
    .filter((t) => t.length)
const sounding = (at: number, length: number, midi: number) => `${at.toFixed(2)} ${length.toFixed(1)} ${midi}`
const heardHere = (piece: Piece, part: Part) =>
  soundingNotes(piece, part)
    .map((n) => sounding(n.at / 10080, n.length / 10080, n.midi))
    .sort()

describe('our files, read by another program', () => {
  it('MusicXML of the four seats sounds the same there', () => {
    for (const [name, p] of pieces()) {
      const piece = straight(p)
      const parts = seatsOf(piece)
      const heard = heardElsewhere(writeMusicXml(piece, parts))
      expect(heard, name).toHaveLength(4)
      parts.forEach((part, i) => expect(heard[i], `${name}, ${part.name}`).toEqual(heardHere(piece, part)))
    }
  })
  it('abc sounds the same there', () => {
    for (const [name, p] of pieces()) {
      const piece = straight(p)
      if (piece.lines.length > 1) continue
      const [heard] = heardElsewhere(writeAbc(piece))
      expect(heard, name).toEqual(heardHere(piece, partsOfPiece(piece)[0]))
    }
  })
  it('abc of the four seats sounds the same in the parser’s own player, each in its octave', () => {
    for (const [name, p] of pieces()) {
      const piece = straight(p)
      const parts = seatsOf(piece)
      const heard = playedByParser(writeAbc(piece, parts))
      expect(heard, name).toHaveLength(4)
      parts.forEach((part, i) =>
        expect(heard[i], `${name}, ${part.name}`).toEqual(
          soundingNotes(piece, part)
            .map((n) => n.midi)
            .sort((a, b) => a - b),
        ),
      )
    }
  })
  it('abc of one seat by itself sounds in its octave there, the bass an octave lower than it is written', () => {
    for (const [name, p] of pieces()) {
      const piece = straight(p)
      for (const part of seatsOf(piece)) {
        // That reader keeps the key of the file before, so it is asked for the octave alone.
        const [heard] = heardElsewhere(writeAbc(piece, [{ ...part, name: 'A' }]))
        const mean = (list: readonly string[]) => list.reduce((sum, x) => sum + Number(x.split(' ')[2]), 0) / list.length
        expect(Math.abs(mean(heard) - mean(heardHere(piece, part))), `${name}, ${part.name}`).toBeLessThan(2)
      }
    }
  })
  it('MIDI has a track a seat at the octave in which it sounds (MIDI 1.0)', () => {
    const [, piece] = pieces()[0]
    const parts = seatsOf(piece)
    const file = new Midi(writeMidi(piece, parts))
    expect(file.tracks.map((t) => t.name)).toEqual(['Violin', 'Viola', 'Cello', 'Bass'])
    const lowest = (i: number) => Math.min(...file.tracks[i].notes.map((n) => n.midi))
    // The cello reads an octave below the violin; the bass part is written where the cello's is and sounds an octave below it.
    expect(lowest(0) - lowest(2)).toBe(12)
    expect(lowest(2) - lowest(3)).toBe(12)
  })
})

// Source: the W3C MusicXML schema; see schemas/README.md.
describe('our MusicXML against the published schema', () => {
  const schema = (name: string) => ({ fileName: name, contents: readFileSync(`schemas/${name}`, 'utf8') })
  const files = () =>
    pieces().flatMap(([name, piece]) => [
      { fileName: `${name}-seats.musicxml`, contents: writeMusicXml(piece, seatsOf(piece)) },
      { fileName: `${name}.musicxml`, contents: writeMusicXml(piece, partsOfPiece(piece)) },
    ])
  it('is valid', async () => {
    const result = await validateXML({
      xml: files(),
      schema: [schema('musicxml-3.0.xsd')],
      preload: [schema('xlink.xsd'), schema('xml.xsd')],
      initialMemoryPages: 512,
      maxMemoryPages: 4096,
    })
    expect(result.errors.map((e) => e.message)).toEqual([])
  })
  it('has the elements of 4.0 in their order', async () => {
    const result = await validateXML({
      xml: files(),
      schema: [schema('musicxml-4.0-unofficial.rng')],
      extension: 'relaxng',
      initialMemoryPages: 512,
      maxMemoryPages: 4096,
    })
    expect(result.errors.map((e) => e.message)).toEqual([])
  })
})
