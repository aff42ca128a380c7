import { describe, expect, it } from 'vitest'
import { readFile } from './read'
import { runCommand } from './testing/commandLine'

const line = (...args: string[]) => runCommand('line', ...args)
const read = (text: string) => {
  const [{ reading }] = readFile('line.abc', new TextEncoder().encode(text))
  if (!reading.ok) throw new Error(text)
  return reading.piece
}

describe('line, the command line', () => {
  it('prints a line as abc that is read back whole, the same for the same seed', () => {
    const args = ['--key', 'D', '--measures', '8', '--level', 'first-position', '--seed', '5']
    const { status, text, errors } = line(...args)
    expect({ status, errors }).toEqual({ status: 0, errors: '' })
    const piece = read(text)
    expect(piece.key).toEqual({ fifths: 2, mode: 'major' })
    expect(piece.lines[0].measures).toHaveLength(8)
    expect(line(...args).text).toBe(text)
    expect(line(...args.slice(0, -1), '4').text).not.toBe(text)
    expect(read(line('--key', 'G', '--measures', '4', '--train', 'one string', '--seed', '2').text).lines[0].measures).toHaveLength(4)
  })
  it.each([
    [['--key', 'H'], '--key H is no key: a letter, # or b, m for minor (D, Bb, F#m)'],
    [['--measures', '5'], '--measures 5 is none of 4, 8, 16'],
    [['--train', 'polka'], '--train polka is none of plain, two forms, crossing, skips, rhythm, one string, trap'],
    [['--seed', 'x1'], '--seed x1 is no whole number from 0 to 999999999'],
    [['--level', 'none'], /^--level none is none of first-finger/],
  ] as const)('%j: a plain line and 2', (args, says) => {
    const { status, text, errors } = line(...args)
    expect([status, text]).toEqual([2, ''])
    if (typeof says === 'string') expect(errors).toContain(says)
    else expect(errors.replace('line: ', '')).toMatch(says)
  })
  it('what cannot be trained is said, and the answer is 1', () => {
    const { status, text, errors } = line('--level', 'first-finger', '--train', 'rhythm')
    expect(status).toBe(1)
    expect(text).toContain('K:D')
    expect(errors).toContain('no line was found that trains “rhythm”')
    expect(line('--level', 'first-finger', '--key', 'Gb')).toMatchObject({ status: 1, text: '' })
  })
})
