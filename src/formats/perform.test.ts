import { mkdtempSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { beforeAll, describe, expect, it } from 'vitest'
import { runCommand } from './testing/commandLine'

type Heard = {
  file: string
  seat: string
  notes: { at: number; lasts: number; midi: number; measure: number; beat: number; pass: number }[]
}

let folder = ''
const file = (name: string, text: string) => {
  const at = path.join(folder, name)
  writeFileSync(at, text)
  return at
}
beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-'))
})

function perform(...args: string[]): { status: number | null; out: Heard[]; errors: string } {
  const { status, lines, errors } = runCommand('perform', ...args)
  return { status, out: lines.map((l) => JSON.parse(l) as Heard), errors }
}
const ROUND = 'X:1\nT:Round\nM:2/4\nL:1/4\nQ:1/4=120\nK:D\n|: D E | F G :|\n'

describe('perform, the command line', () => {
  it('plays what is repeated twice, at the tempo of the piece, each seat at its octave', () => {
    const { status, out } = perform(file('round.abc', ROUND))
    expect(status).toBe(0)
    expect(out.map((o) => o.seat)).toEqual(['violin', 'viola', 'cello', 'bass'])
    const [violin, , , bass] = out
    // A quarter at 120 a minute lasts half a second.
    expect(violin.notes.map((n) => n.at)).toEqual([0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5])
    expect(violin.notes.map((n) => n.pass)).toEqual([1, 1, 1, 1, 2, 2, 2, 2])
    expect(violin.notes.map((n) => n.midi)).toEqual([62, 64, 66, 67, 62, 64, 66, 67])
    // The bass sounds an octave below what it reads (common practice), and reads two below the violins here.
    expect(bass.notes[0].midi).toBe(62 - 24)
  })

  it('takes one seat and another tempo', () => {
    const { out } = perform(file('slow.abc', ROUND), '--seat', 'cello', '--tempo', '60')
    expect(out.map((o) => o.seat)).toEqual(['cello'])
    expect(out[0].notes.slice(0, 3).map((n) => [n.at, n.lasts])).toEqual([
      [0, 1],
      [1, 1],
      [2, 1],
    ])
  })

  it('says what is wrong and what may be asked', () => {
    const { status, errors } = perform(file('bad.abc', ROUND), '--tempo', '5')
    expect(status).toBe(2)
    expect(errors).toContain('--tempo 5 is no number of quarters a minute from 20 to 400')
    expect(perform('--seat', 'tuba', file('b.abc', ROUND)).errors).toContain('--seat tuba is none of violin, viola, cello, bass')
    expect(perform().errors).toContain('name at least one file')
    expect(perform(path.join(folder, 'nowhere.abc')).status).toBe(2)
  })
})
