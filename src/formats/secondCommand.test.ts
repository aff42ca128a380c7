import { readFileSync, writeFileSync } from 'node:fs'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import * as z from 'zod/mini'
import { parsePitch } from '@/core/music/pitch'
import { runCommand } from './testing/commandLine'

/** What the command prints, as others may read it. */
const place = { measure: z.union([z.number(), z.string()]), beat: z.number() }
const printed = z.strictObject({
  file: z.string(),
  chords: z.array(z.strictObject({ ...place, chord: z.string() })),
  line: z.array(z.strictObject({ ...place, pitch: z.string(), duration: z.number() })),
})
const folder = mkdtempSync(path.join(tmpdir(), 'even-seat-second-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const file = (name: string, text: string): string => {
  const at = path.join(folder, name)
  writeFileSync(at, text)
  return at
}
const second = (...args: string[]) => {
  const done = runCommand('second', ...args)
  return { ...done, said: done.status === 0 ? printed.parse(JSON.parse(done.text)) : null }
}
const TUNE = 'X:1\nT:Three Chords\nM:4/4\nL:1/4\nK:D\nDFAF|GBG2|Acec|d4|]\n'

describe('second, the command line', () => {
  it('prints the chords of a tune and a line for a seat, as it reads it', () => {
    const { said } = second(file('three.abc', TUNE), '--kind', 'roots', '--seat', 'bass')
    // Tonic, subdominant, dominant, tonic: as written over the tune by hand first.
    expect(said!.chords).toEqual(['D', 'G', 'A', 'D'].map((chord, i) => ({ measure: i + 1, beat: 1, chord })))
    expect(said!.line.map((n) => [n.measure, n.beat, n.duration])).toEqual([1, 2, 3, 4].map((m) => [m, 1, 4]))
    // The bass reads an octave over what sounds: nothing under its low E (E2 on the page).
    for (const n of said!.line) expect(parsePitch(n.pitch)!.octave).toBeGreaterThanOrEqual(2)
    expect(said!.line.at(-1)!.pitch).toMatch(/^D/)
    // One finger is enough for the rhythm of it.
    const few = second(file('three.abc', TUNE), '--kind', 'rhythm', '--level', 'first-finger').said!
    expect(few.line).toHaveLength(4 + 3 + 4 + 1)
    // A note to each chord, and no more of them than there are chords.
    expect(new Set(few.line.map((n) => n.pitch)).size).toBeLessThanOrEqual(new Set(few.chords.map((c) => c.chord)).size)
  })
  it('takes every kind, and makes the line for whom it is least to do when nobody says for whom', () => {
    for (const kind of ['drone', 'roots', 'thirds', 'rhythm', 'skeleton'])
      expect(second('demo/two-barges.abc', '--kind', kind).said!.line.length, kind).toBeGreaterThan(3)
    // What is tied over is one note.
    const tied = second(file('tied.abc', 'X:1\nT:Tied\nM:4/4\nL:1/4\nK:D\nD3A-|A2F2|d4|]\n'), '--kind', 'rhythm', '--seat', 'cello').said!
    expect(tied.line.map((n) => n.duration)).toEqual([3, 3, 2, 4])
    expect(readFileSync('package.json', 'utf8')).toContain('"second": "tsx scripts/second.ts"')
  })
  it.each([
    [['--kind', 'roots'], 'name one file'],
    [['demo/two-barges.abc'], 'say a --kind: drone, roots, thirds, rhythm, skeleton, round'],
    [['demo/two-barges.abc', '--kind', 'polka'], '--kind polka is none of drone, roots, thirds, rhythm, skeleton, round'],
    [
      ['demo/two-barges.abc', '--kind', 'roots', '--level', 'none'],
      '--level none is none of first-finger, three-fingers, four-strings, fourth-finger, high-and-low, first-position, third-position, third-extended, fifth-position, seventh-position, thumb-position',
    ],
    [['demo/two-barges.abc', '--kind', 'roots', '--seat', 'tuba'], '--seat tuba is none of violin, viola, cello, bass'],
  ])('%j: a plain line and 2', (args, says) => {
    const { status, text, errors } = second(...args)
    expect({ status, text, errors }).toEqual({ status: 2, text: '', errors: `second: ${says}\n` })
  })
  it('what cannot be read, and a tune with no note, is said; the answer is 1', () => {
    expect(second('demo/nothing.abc', '--kind', 'roots')).toMatchObject({ status: 1, text: '' })
    const { status, errors } = second(file('rests.abc', 'X:1\nT:Rests\nM:4/4\nL:1/4\nK:D\nz4|z4|]\n'), '--kind', 'roots', '--seat', 'cello')
    expect(status).toBe(1)
    expect(errors).toContain('no line of that kind: this tune bears none, or it is not learned by cello')
  })
})
