import { DEFAULT_CLASS } from '@/core/plan/class'
import { ftruncateSync, mkdtempSync, openSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { beforeAll, describe, expect, it } from 'vitest'
import { ensembleMapper } from '@/core/balance/ensemble'
import { emptyPlan } from '@/core/plan/plan'
import { midiOf, parsePitch } from '@/core/music/pitch'
import type { Report, ReportNote } from './report'
import { runCommand, runSources } from './testing/commandLine'
import { demoFiles } from '../../demo'
import { readFile } from './read'
import { SEATS } from '@/core/testing/seats'

let folder = ''
const file = (name: string, text: string) => {
  const at = path.join(folder, name)
  writeFileSync(at, text)
  return at
}
beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-'))
})

function map(...args: string[]): { status: number | null; out: Report[]; text: string; errors: string } {
  const { status, text, lines, errors } = runCommand('map', ...args)
  return { status, out: args.includes('csv') ? [] : lines.map((l) => JSON.parse(l) as Report), text, errors }
}
const SCALE = 'X:1\nT:Scale\nM:4/4\nL:1/4\nK:D\nD E F G | A B c d |]\n'
const fingers = (notes: ReportNote[]) => notes.map((n) => `${n.string}${n.finger}`).join(' ')

describe('map, the command line', () => {
  it('gives a line a file, with every seat in unison octaves', () => {
    const { status, out } = map(file('scale.abc', SCALE))
    expect(status).toBe(0)
    expect(out).toHaveLength(1)
    expect(out[0].piece).toEqual({ title: 'Scale', key: 'D major', time: '4/4', measures: 2 })
    expect(out[0].seats.map((s) => [s.seat, s.octave])).toEqual([
      ['violin', 0],
      ['viola', 0],
      ['cello', -1],
      ['bass', -2],
    ])
    // Common practice: D major over one octave from the open D string.
    expect(out[0].seats.map((s) => fingers(s.notes))).toEqual([
      'D0 D1 D2 D3 A0 A1 A2 A3',
      'D0 D1 D2 D3 A0 A1 A2 A3',
      'D0 D1 D3 D4 A0 A1 A3 A4',
      'D0 D1 D4 G0 G1 G4 G2 G4',
    ])
    expect(out[0].seats[3].notes[7]).toMatchObject({
      pitch: 'D4',
      position: 'III',
      frame: '1-2-4',
      k: 7,
      onset: '7',
      duration: '1',
      measure: 2,
      beat: 4,
    })
    for (const s of out[0].seats) for (const n of s.notes) expect(n.reason).toMatch(/\.$/)
  })
  it('octave 0 shows the file’s own pitches, and the bass an octave above them', () => {
    const { out } = map(file('scale0.abc', SCALE), '--octave', '0')
    expect(out[0].seats.slice(0, 3).map((s) => s.notes[0].pitch)).toEqual(['D4', 'D4', 'D4'])
    // D5 lies beyond the bass's VII position: no note there, but a word about each.
    expect(out[0].seats[3].notes).toEqual([])
    expect(out[0].seats[3].problems).toHaveLength(8)
    const down = map(file('scale1.abc', SCALE), '--octave', '-1', '--seat', 'violin', '--seat', 'bass')
    expect(down.out[0].seats.map((s) => [s.seat, s.octave, s.notes.at(-1)?.pitch, s.notes[0].pitch])).toEqual([
      ['violin', -1, 'D4', 'G3'],
      ['bass', -1, 'A4', 'D4'],
    ])
  })
  it('chord notes come in a row, low first', () => {
    const { out } = map(file('chord.abc', 'X:1\nT:C\nM:4/4\nL:1/4\nK:D\n[Ad]2 [DA]2 |\n'), '--seat', 'violin')
    const { notes } = out[0].seats[0]
    expect(notes.map((n) => n.pitch)).toEqual(['A4', 'D5', 'D4', 'A4'].slice(0, notes.length))
    const last = notes.slice(-2)
    expect(last[0].onset).toBe(last[1].onset)
    expect(last.every((n) => n.chord)).toBe(true)
    expect(midiOf(parsePitch(last[0].pitch)!)).toBeLessThan(midiOf(parsePitch(last[1].pitch)!))
  })
  it('the fourth finger and the bass school can be set', () => {
    const four = (fourth: string) =>
      fingers(
        map(file('four.abc', 'X:1\nT:F\nM:4/4\nL:1/4\nK:D\nF G A G |\n'), '--seat', 'violin', '--fourth', fourth).out[0].seats[0].notes,
      )
    expect(four('open')).toBe('D2 D3 A0 D3')
    expect(four('always')).toBe('D2 D3 D4 D3')
    const school = map(
      file('school.abc', 'X:1\nT:S\nM:4/4\nL:1/4\nK:A\nA B c d |\n'),
      '--seat',
      'bass',
      '--bass-school',
      '1-2-3-4',
      '--octave',
      '-2',
    )
    expect(school.out[0].seats[0].notes[1].frame).toBe('1-2-3-4')
  })
  it('a bad file is named with its line, leaves with 2, and the others still come', () => {
    const bad = file('bad.abc', 'X:1\nT:B\nM:4/4\nL:1/4\nK:D\nD E F G A |\n')
    const broken = file('broken.musicxml', '<score-partwise>\n<part>\n')
    const { status, out, errors } = map(bad, file('good.abc', SCALE), broken, path.join(folder, 'none.abc'), file('odd.pdf', '%PDF'))
    expect(status).toBe(2)
    expect(out).toHaveLength(1)
    expect(errors).toContain(`${bad}: line 6, column 1: measure 1 of 4/4 holds 5 quarters`)
    expect(errors).toMatch(/broken\.musicxml: line \d+/)
    expect(errors).toContain('there is no such file')
    expect(errors).toContain('can’t read this as music')
  })
  it('wrong options say what is allowed', () => {
    for (const [option, value] of [
      ['--seat', 'harp'],
      ['--octave', 'x'],
      ['--fourth', 'never'],
      ['--bass-school', '1-3'],
      ['--format', 'xml'],
    ]) {
      const { status, errors, text } = map('x.abc', option, value)
      expect(status).toBe(2)
      expect(errors).toContain(option)
      expect(text).toBe('')
    }
  })
  it('CSV has a heading and a row a note (RFC 4180)', () => {
    const { text } = map(file('scale2.abc', SCALE), '--format', 'csv', '--seat', 'cello')
    const rows = text.trimEnd().split('\r\n')
    expect(rows[0]).toBe(
      'file,seat,octave,measure,beat,onset,duration,pitch,letter,string,finger,place,k,position,frame,chord,pinned,reason,new,broken,crossing,strings,shift,slide,fifth,down,keep,prepare,bow,retake,contact',
    )
    expect(rows).toHaveLength(9)
    expect(rows[3]).toContain(',F#3,F#,D,3,normal,4,I,closed,')
  })
})

describe('reading by name', () => {
  it('every demonstration piece reads, and every seat can play each note or is told', () => {
    for (const { name, bytes } of demoFiles()) {
      const [{ reading: r }] = readFile(name, bytes)
      if (!r.ok) throw new Error(`${name}: ${r.problems[0].text}`)
      expect(r.piece.lines[0].measures.length).toBeGreaterThanOrEqual(8)
      expect(r.piece.lines[0].measures.length).toBeLessThanOrEqual(32)
      const ensemble = ensembleMapper()(r.piece, emptyPlan(), DEFAULT_CLASS)
      for (const seat of SEATS)
        for (const m of ensemble[seat].moments) {
          const { id } = m.events[0].event
          expect(ensemble[seat].byEvent.has(id) || ensemble[seat].problems.some((p) => p.placed.event.id === id)).toBe(true)
        }
    }
  })
  it('gives a row to every note, also one that is out of reach', () => {
    const { text } = map(
      file('deep.abc', SCALE.replace('D E F G', '[D,,,,A] E F G')),
      '--format',
      'csv',
      '--octave',
      '0',
      '--seat',
      'violin',
    )
    const rows = text
      .trim()
      .split('\r\n')
      .slice(1)
      .map((r) => r.split(','))
    expect(rows).toHaveLength(9)
    const out = rows.filter((r) => r[9] === '')
    expect(out.map((r) => r[7])).toEqual(['D0'])
    expect(rows.map((r) => r[5])).toEqual([...rows.map((r) => r[5])].sort((a, b) => Number(a) - Number(b)))
  })
  it('maps one line of several when it is asked for', () => {
    const two = 'X:1\nT:Two\nM:4/4\nL:1/4\nK:D\nV:1\nd d d d|\nV:2\nD E F G|\n'
    const first = (r: ReturnType<typeof map>) => r.out[0].seats[0].notes.map((n) => n.letter).join('')
    expect(first(map(file('two.abc', two), '--seat', 'violin'))).toBe('DDDD')
    expect(first(map(file('two.abc', two), '--seat', 'violin', '--line', '2'))).toBe('DEF#G')
    const none = map(file('two.abc', two), '--line', '3')
    expect([none.status, none.errors]).toEqual([2, expect.stringContaining('there is no line 3; it has 2')])
    expect(map(file('two.abc', two), '--line', 'x').errors).toContain('--line x is no line; count from 1')
  })
  it('is the same bundled for the tests as started from its sources', () => {
    const tune = file('same.abc', 'X:1\nT:Same\nM:4/4\nL:1/4\nK:D\nd d A F|\n')
    const sources = runSources('map', tune)
    expect(sources.status).toBe(0)
    expect(sources.text).toBe(runCommand('map', tune).text)
  })
  it('keeps to the limits: a file that is too large is not opened', () => {
    const large = path.join(folder, 'large.abc')
    ftruncateSync(openSync(large, 'w'), 17_000_000)
    const done = map(large)
    expect([done.status, done.errors]).toEqual([2, expect.stringContaining('the file is too large (17 MB; up to 16 MB)')])
  })
})
