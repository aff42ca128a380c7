import { mkdtempSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { SPOT_KINDS } from '@/core/plan/spotKinds'
import type { KeyReport } from './keysReport'
import type { ReadReport } from './readReport'
import { runCommand } from './testing/commandLine'

const folder = mkdtempSync(path.join(os.tmpdir(), 'even-seat-read-'))
const file = (name: string, text: string) => {
  const at = path.join(folder, name)
  writeFileSync(at, text)
  return at
}
const read = (...args: string[]) => {
  const { status, lines, errors } = runCommand('read', ...args)
  return { status, out: lines.map((l) => JSON.parse(l) as ReadReport), errors }
}
const TUNE = 'X:1\nT:Two forms\nM:4/4\nL:1/4\nK:G\nG A B c | d ^c d z | B c A F | G4 |]\n'

describe('read, the command line', () => {
  it('prints one object a file: what trips whom, what is called, the form and the evenness', () => {
    const tune = file('forms.abc', TUNE)
    const { status, out } = read(tune, file('again.abc', TUNE))
    expect(status).toBe(0)
    expect(out.map((o) => path.basename(o.file))).toEqual(['forms.abc', 'again.abc'])
    const [one] = out
    expect(Object.keys(one)).toEqual(['file', 'spots', 'digest', 'calls', 'form', 'evenness'])
    for (const s of one.spots) {
      expect(Object.keys(s)).toEqual(['seat', 'kind', 'measure', 'beat', 'hard', 'text', 'advice'])
      expect(SPOT_KINDS).toContain(s.kind)
      expect(s.text).toMatch(/^[A-Z0-9].*\.$/)
      expect(s.hard).toBeGreaterThan(0)
    }
    const forms = one.spots.find((s) => s.seat === 'violin' && s.kind === 'two-forms')!
    expect([forms.measure, forms.beat]).toEqual([2, 2])
    expect(one.calls.violin).toEqual([
      { measure: 1, text: 'G three on D, A open, B one, C with low two' },
      { measure: 2, text: 'D three, C sharp two, D three, rest' },
      { measure: 3, text: 'B one, C with low two, A open, F sharp two on D' },
      { measure: 4, text: 'G three' },
    ])
    expect(Object.keys(one.digest[0])).toEqual(['text', 'advice', 'seats', 'measures', 'kinds'])
    expect(one.digest.find((t) => /^Two kinds of C/.test(t.text))).toMatchObject({
      text: 'Two kinds of C. C natural: measures 1 and 3. C sharp: measure 2.',
      seats: ['violin', 'viola', 'cello', 'bass'],
      measures: [1, 2, 3],
    })
    expect(one.form.text).toBe('No measure comes back note for note. Learn all 4.')
    expect(Object.keys(one.evenness.bySeat)).toEqual(['violin', 'viola', 'cello', 'bass'])
  })
  it('takes the options of map, and says what is wrong as map does', () => {
    const tune = file('forms.abc', TUNE)
    const klass = file('class.json', JSON.stringify({ seats: [{ instrument: 'viola', learned: 'four-strings' }] }))
    expect(Object.keys(read(tune, '--class', klass).out[0].calls)).toEqual(['viola'])
    expect(Object.keys(read(tune, '--seat', 'bass', '--level', 'third-position').out[0].calls)).toEqual(['bass'])
    expect(read(tune, '--level', 'nowhere')).toMatchObject({
      status: 2,
      errors: expect.stringContaining('--level takes first-finger') as string,
    })
    expect(read()).toMatchObject({ status: 2, errors: expect.stringContaining('read: name at least one file') as string })
    expect(read(path.join(folder, 'none.abc'))).toMatchObject({
      status: 2,
      errors: expect.stringContaining('there is no such file') as string,
    })
    expect(read(tune, '--format', 'csv').errors).toContain('read: --format takes json')
  })
})

describe('keys, the command line', () => {
  const keys = (...args: string[]) => {
    const { status, lines, errors } = runCommand('keys', ...args)
    return { status, rows: lines.map((l) => JSON.parse(l) as KeyReport), errors }
  }
  it('prints the best setting of every usual key, one a line, the best first', () => {
    const { status, rows } = keys(file('scale.abc', 'X:1\nT:Up\nM:4/4\nL:1/4\nK:D\nD E F G | A B c d |\n'), '--level', 'three-fingers')
    expect(status).toBe(0)
    expect(rows).toHaveLength(9)
    expect(rows.map((r) => r.key).slice(0, 2)).toEqual(['D major', 'G major'])
    for (const r of rows)
      expect(Object.keys(r)).toEqual(['key', 'move', 'octaves', 'out', 'new', 'wait', 'total', 'evenness', 'replaced', 'text'])
    expect(rows[0]).toMatchObject({ move: null, out: 0, new: 0, replaced: [{ seat: 'bass', notes: 2 }] })
    expect(rows[0].text).toBe('D major, as now, with two notes of the bass replaced: nothing new for the hand.')
    expect(rows[1].move).toBe('a fourth up')
  })
  it('takes the options of map, and says what is wrong as map does', () => {
    const tune = file('forms.abc', TUNE)
    expect(Object.keys(keys(tune, '--seat', 'viola').rows[0].octaves)).toEqual(['viola'])
    expect(keys(tune, '--level', 'nowhere')).toMatchObject({
      status: 2,
      errors: expect.stringContaining('--level takes first-finger') as string,
    })
    expect(keys()).toMatchObject({ status: 2, errors: expect.stringContaining('keys: name at least one file') as string })
  })
})
