import midiPackage from '@tonejs/midi'
import abcjs from 'abcjs'
import { readFileSync } from 'node:fs'
import { beforeAll, describe, expect, it } from 'vitest'
import { validateXML } from 'xmllint-wasm'
import { demoFiles } from '../../demo'
import type { Piece } from '@/core/piece/piece'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { ensembleMapper } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import { serverToolkit } from '@/engrave/server'
import type { Toolkit } from '@/engrave/toolkit'
import { writeAbc } from './abc/write'
import { writeMidi } from './midi/write'
import { writeMusicXml } from './musicxml/write'
import { partOfSeat, partsOfPiece, soundingOctave, type Part } from '@/core/part/part'
import { performanceOf } from '@/core/performance/performance'
import { soundingNotes, withoutGraces } from '@/core/testing/heard'
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

describe('what is played, by others', () => {
  /** Invented: a pickup, endings, a segno with a coda, a slower tempo, ties over barlines, a fermata and grace notes. */
  const LONG_WAY = `X:1
T:The Long Way Round
M:3/4
L:1/4
Q:1/4=120
K:G
D | |: G A B | c2 d- | d B A |1 G2 D :|2 G3 ||
[Q:1/4=60] !segno! B A G | E2 !fermata!D | {/c}B A "^To Coda"G | F3 !D.S.alcoda! ||
!coda! {ef}g f e | d3 |]
`
  const longWay = (): Piece => {
    const [{ reading }] = readFile('long.abc', new TextEncoder().encode(LONG_WAY))
    if (!reading.ok) throw new Error(JSON.stringify(reading))
    return reading.piece
  }

  it('a MIDI file sounds, read by an independent reader, as it was told out: every note at its second', () => {
    for (const piece of [longWay(), ...pieces().map(([, p]) => p)]) {
      const parts = seatsOf(piece)
      const file = new Midi(writeMidi(piece, parts))
      const tracks = file.tracks.filter((t) => t.notes.length)
      expect(tracks).toHaveLength(parts.length)
      parts.forEach((part, i) => {
        const here = performanceOf(piece, { line: part.line, octave: soundingOctave(part) }).notes
        const order = (a: { time: number; midi: number }, b: { time: number; midi: number }) => a.time - b.time || a.midi - b.midi
        const there = [...tracks[i].notes].sort(order)
        const told = here.map((n) => ({ time: n.at, lasts: n.lasts, midi: n.midi })).sort(order)
        expect(there).toHaveLength(told.length)
        there.forEach((n, k) => {
          // A tick of the file is about a millisecond, and the tempo is in whole microseconds.
          expect(Math.abs(n.time - told[k].time)).toBeLessThan(0.004)
          expect(Math.abs(n.duration - told[k].lasts)).toBeLessThan(0.004)
          expect(n.midi).toBe(told[k].midi)
        })
      })
    }
  })

  it('the way through repeats, endings and jumps is the one that the abc parser’s player takes', () => {
    const order = (text: string) =>
      (abcjs.parseOnly(text)[0] as unknown as Sequenced)
        .setUpAudio()
        .tracks.map((t) => t.flatMap((e) => (e.cmd === 'note' && e.pitch !== undefined ? [e.pitch] : [])))
        .filter((t) => t.length)[0]
    const plain = (piece: Piece): Piece => ({ ...piece, lines: [withoutGraces(piece.lines[0])] })
    for (const [name, piece] of [['long', longWay()] as const, ...pieces()]) {
      // Its player follows repeats and endings, and no D.C. or D.S.
      const onlyRepeats: Piece = {
        ...plain(piece),
        lines: plain(piece).lines.map((l) => ({ ...l, measures: l.measures.map(({ jump: _, ...m }) => m) })),
      }
      const [part] = partsOfPiece(onlyRepeats)
      if (part.line.measures.some((m) => m.events.some((e) => e.kind === 'note' && e.heads.length > 1))) continue
      const here = performanceOf(onlyRepeats, { line: part.line, octave: 0 }).notes.map((n) => n.midi)
      expect(order(writeAbc(onlyRepeats)), name).toEqual(here)
    }
  })

  it('and as the sheet says it: once through, the first ending, the second, back to the sign, over to the coda', () => {
    const { measures } = performanceOf(longWay(), { line: longWay().lines[0], octave: 0 })
    expect(measures.map((m) => m.number)).toEqual([
      '0',
      '1',
      '2',
      '3',
      '4',
      '1',
      '2',
      '3',
      '5',
      '6',
      '7',
      '8',
      '9',
      '6',
      '7',
      '8',
      '10',
      '11',
    ])
    expect(measures.filter((m) => m.pass === 2).map((m) => m.number)).toEqual(['1', '2', '3', '6', '7', '8'])
  })
})
