import { describe, expect, it } from 'vitest'
import { demoPieces } from '@/formats/testing/demo'
import { letterName, midiOf } from '../music/pitch'
import { staffPlacesOf } from '../reading/answerKey'
import { readingOf } from '../reading/reading'
import { DEFAULT_CLASS } from '../plan/class'
import { ensembleMapper } from '../balance/ensemble'
import { emptyPlan } from '../plan/plan'
import { seatsOf } from '../seats/seat'
import type { Block } from './blocks'
import { onOpenStrings } from './exercises'
import { kindsFor, SHEET_KINDS, SHEETS } from './kinds'
import { sheetOfKind } from './make'
import { PLAIN_TONGUE } from '../words/en/hands'
import { allWays } from './made'

const PIECES = demoPieces()
const SEATS = seatsOf(DEFAULT_CLASS)
const source = (title: string) => ({ piece: PIECES.find((p) => p.title === title)!, plan: emptyPlan(), klass: DEFAULT_CLASS })
const rowsOf = (blocks: readonly Block[]) => blocks.flatMap((b) => (b.kind === 'rows' ? [b] : []))
const readingIn = (title: string, seat: string) => {
  const { piece, plan, klass } = source(title)
  return readingOf(piece, ensembleMapper()(piece, plan, klass)[seat])
}

describe('sheets of a piece', () => {
  it('are made for everybody they are for, and for nobody else', () => {
    for (const piece of PIECES.slice(0, 2))
      for (const kind of SHEET_KINDS) {
        if (kind === 'warmup' || kind === 'week') continue
        for (const seat of [null, ...SEATS.map((s) => s.id)]) {
          const made = sheetOfKind({ piece, plan: emptyPlan(), klass: DEFAULT_CLASS }, kind, seat)
          expect(made !== null, `${piece.title} ${kind} ${seat ?? 'class'}`).toBe(kindsFor(seat).includes(kind))
          for (const { widths, rows, head } of rowsOf(made?.blocks ?? []))
            for (const cells of [...rows, ...(head ? [head] : [])]) expect(cells).toHaveLength(widths.length)
        }
      }
    expect(sheetOfKind(source('Two Barges'), 'calls', 'nobody')).toBeNull()
    expect(SHEETS.map.for).toBe('class')
  })

  it('the map has string and finger of every note of every seat', () => {
    const [{ rows }] = rowsOf(sheetOfKind(source('The Ferry at Low Water'), 'map', null)!.blocks)
    for (const { id, name } of SEATS) {
      const said = rows.filter((r) => r[0] === name).flatMap((r) => r.slice(1).flatMap((c) => c.split('  ').filter(Boolean)))
      const holds = readingIn('The Ferry at Low Water', id).notes.map((n) => n.hold!.stops[0])
      expect(said.map((t) => t.replace(/^\S+ /, '').replace(/[↓↑]/, ''))).toEqual(
        holds.map((s) => `${SEATS.find((x) => x.id === id)!.instrument.strings[s.string].letter}${s.finger}`),
      )
    }
  })

  it('notes to write: letters, stems and barlines are withheld, and stand among the answers with every right place', () => {
    for (const { id } of SEATS) {
      const { blocks } = sheetOfKind(source('Two Barges'), 'tasks', id)!
      const r = readingIn('Two Barges', id)
      const turn = blocks.findIndex((b) => b.kind === 'page')
      const music = (of: readonly Block[]) => of.flatMap((b) => (b.kind === 'music' ? [b.music] : []))
      expect(music(blocks.slice(0, turn)).map((m) => m.without)).toEqual(['rests', 'stems', 'barlines'])
      expect(music(blocks.slice(turn)).map((m) => m.without)).toEqual([undefined, undefined])
      // The staff to be written on has nothing on it; what is to be written stands in the answers, a note a letter.
      const [empty, stems, barred] = music(blocks)
      expect(empty.piece.lines[0].measures.every((m) => m.events.every((e) => e.kind === 'rest'))).toBe(true)
      const written = stems.piece.lines[0].measures.flatMap((m) => m.events.flatMap((e) => (e.kind === 'note' ? [e.heads[0].pitch] : [])))
      const [, asked] = /learned it: (.*)$/.exec(blocks[0].kind === 'text' ? blocks[0].text : '')!
      expect(written.map(letterName)).toEqual(asked.split('  '))
      expect(barred.piece.lines[0].measures.map((m) => m.events)).toEqual(r.map.line.measures.slice(0, 8).map((m) => m.events))
      const [letters, fingers] = rowsOf(blocks.slice(turn))
      for (const [letter, where] of letters.rows) {
        const pitch = r.notes.map((n) => n.heads[0].pitch).find((p) => letterName(p) === letter)!
        expect(where.split(', or ')).toEqual(staffPlacesOf(r.map.setup, pitch, PLAIN_TONGUE).map((p) => p.staff))
      }
      expect(fingers.rows.map(([, letter]) => letter)).toEqual(asked.split('  '))
    }
  })

  it('low and high fingers are said on every sheet as the class says them', () => {
    const klass = { ...DEFAULT_CLASS, talk: { ...DEFAULT_CLASS.talk, low: '2 low' as const } }
    const from = { ...source('The Ferry at Low Water'), klass }
    const text = (['spots', 'theory', 'key', 'cards'] as const)
      .map((kind) =>
        JSON.stringify(
          sheetOfKind(from, kind, 'violin')!.blocks.map((b) =>
            b.kind === 'cards' ? b.cards.map((c) => c.back) : b.kind === 'music' ? '' : b,
          ),
        ),
      )
      .join(' ')
    expect(text).toMatch(/2 low on/)
    expect(text).not.toMatch(/\b(low|high) [1-4]\b/)
  })

  it('answers of what is circled are as many as there are in the part, counted once more', () => {
    for (const { id } of SEATS) {
      const r = readingIn('The Ferry at Low Water', id)
      const rows = rowsOf(sheetOfKind(source('The Ferry at Low Water'), 'spots', id)!.blocks)[0].rows
      const letter = /every ([A-G])\./.exec(rows[0][0])![1]
      const heads = r.notes.flatMap((n) => n.heads.filter((h) => h.pitch.letter === letter))
      expect(rows[0][1]).toBe(`${heads.length}`)
      // F comes in two forms there: that is what is asked.
      expect(new Set(heads.map((h) => letterName(h.pitch))).size).toBeGreaterThan(1)
      const open = r.notes.filter((n) => n.hold!.stops.some((s) => s.finger === 0)).length
      expect(rows.find((x) => x[0].includes('open string'))![1]).toBe(`${open}`)
    }
  })

  it('all right answers are what the reading key says of each note, the way of the map first', () => {
    for (const { id } of SEATS) {
      const r = readingIn('Two Barges', id)
      for (const n of r.notes) {
        const ways = allWays(r, n, PLAIN_TONGUE)
        const key = staffPlacesOf(r.map.setup, n.heads[0].pitch, PLAIN_TONGUE).find((p) => midiOf(p.pitch) === midiOf(n.heads[0].pitch))!
        expect([...ways].sort(), `${id} ${letterName(n.heads[0].pitch)}`).toEqual([...new Set([ways[0], ...key.ways])].sort())
      }
      const [blanks] = rowsOf(sheetOfKind(source('Two Barges'), 'theory', id)!.blocks)
      const count = blanks.rows.filter((row) => row[1] === 'fingers').reduce((sum, row) => sum + row[2].split('   ').length, 0)
      expect(count).toBe(r.notes.length)
    }
  })

  it('the bow alone has the rhythm of the piece on open strings, where each seat plays them', () => {
    for (const title of ['The Ferry at Low Water', 'Two Bells and a Gate'])
      for (const { id } of SEATS) {
        const r = readingIn(title, id)
        const opened = onOpenStrings(r)
        const seat = DEFAULT_CLASS.seats.filter((s) => s.id === id)
        const plan = { ...emptyPlan(), octaves: { [id]: r.map.octave }, lines: { [id]: 0 } }
        const map = ensembleMapper()(opened, plan, { ...DEFAULT_CLASS, seats: seat })[id]
        const again = readingOf(opened, map)
        expect(again.notes.map((n) => n.ticks)).toEqual(r.notes.map((n) => n.ticks))
        again.notes.forEach((n, i) =>
          n.heads.forEach((h) => {
            const strings = r.notes[i].hold!.stops.map((s) => r.instrument.strings[s.string])
            expect(strings.some((s) => s.letter === h.pitch.letter && s.octave === h.pitch.octave)).toBe(true)
          }),
        )
      }
  })

  it('cards have each note once, low first, with its right answers at the back', () => {
    const cards = sheetOfKind(source('Two Barges'), 'cards', 'bass')!.blocks.flatMap((b) => (b.kind === 'cards' ? b.cards : []))
    const r = readingIn('Two Barges', 'bass')
    const notes = [...new Set(r.notes.map((n) => midiOf(n.heads[0].pitch)))].sort((a, b) => a - b)
    expect(cards).toHaveLength(notes.length)
    cards.forEach((c, i) => {
      const { front } = c
      const map = ensembleMapper()(front.piece, front.plan, front.klass).bass
      expect(midiOf(readingOf(front.piece, map).notes[0].heads[0].pitch)).toBe(notes[i])
      expect(c.back[0]).toBe(letterName(readingOf(front.piece, map).notes[0].heads[0].pitch))
    })
  })

  it('the chart has no place that is not learned, and all of first position', () => {
    const [chart] = sheetOfKind(source('Two Barges'), 'chart', 'violin')!.blocks.flatMap((b) => (b.kind === 'drawing' ? [b] : []))
    const texts = chart.strokes.flatMap((s) => (s.kind === 'text' ? [s.text] : []))
    for (const finger of ['1', '2', '3', '4', '↓2', '↑3'])
      expect(
        texts.some((t) => t.split(/[ ,]+/).includes(finger)),
        finger,
      ).toBe(true)
    expect(texts.some((t) => t.includes('V'))).toBe(false)
  })
})
