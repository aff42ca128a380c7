import { PLAIN_TONGUE } from '@/core/words/en/hands'
import { render, screen } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import type { ClefName } from '@/core/music/clef'
import { parsePitch, stepsOf } from '@/core/music/pitch'
import { sayStaff, Staff } from './Staff'

const note = (text: string, sign = false) => ({ pitch: parsePitch(text)!, sign })
const steps = (text: string) => stepsOf(parsePitch(text)!)

/** The drawing of some notes, with how many lines it has beyond the five of the staff. */
function drawn(clef: ClefName, notes: readonly ReturnType<typeof note>[], more: Partial<Parameters<typeof Staff>[0]> = {}) {
  const { container } = render(<Staff clef={clef} fifths={0} notes={notes} label="a staff" {...more} />)
  const lines = [...container.querySelectorAll('line')]
  const flat = lines.filter((l) => l.getAttribute('y1') === l.getAttribute('y2'))
  const upright = lines.filter((l) => l.getAttribute('x1') === l.getAttribute('x2'))
  return {
    container,
    ledgers: flat.length - 5,
    stems: upright,
    fills: [...container.querySelectorAll('path')].map((p) => p.getAttribute('fill')),
  }
}
/** Which way a stem goes from its head. */
const way = (stem: Element): string => (Number(stem.getAttribute('y2')) < Number(stem.getAttribute('y1')) ? 'up' : 'down')

// Common practice of engraving: ledger lines, stems from the middle line, an octave long.
describe('a staff that is asked about', () => {
  it.each<[ClefName, string, number]>([
    ['treble', 'B4', 0],
    ['treble', 'D4', 0],
    ['treble', 'C4', 1],
    ['treble', 'G3', 2],
    ['treble', 'A5', 1],
    ['treble', 'C6', 2],
    ['alto', 'C4', 0],
    ['alto', 'C3', 1],
    ['alto', 'B2', 2],
    ['bass', 'C4', 1],
    ['bass', 'E2', 1],
    ['bass', 'C2', 2],
  ])('in the %s clef %s has %i ledger lines', (clef, pitch, ledgers) => expect(drawn(clef, [note(pitch)]).ledgers).toBe(ledgers))
  it.each<[ClefName, string, string]>([
    ['treble', 'A4', 'up'],
    ['treble', 'C5', 'down'],
    ['treble', 'B4', 'down'],
    ['alto', 'B3', 'up'],
    ['bass', 'E3', 'down'],
    ['bass', 'C3', 'up'],
  ])('in the %s clef the stem of %s goes %s', (clef, pitch, expected) => expect(way(drawn(clef, [note(pitch)]).stems[0])).toBe(expected))
  it('a stem is an octave long, and that of a note far off reaches back to the middle line', () => {
    const long = (pitch: string): number => {
      const [stem] = drawn('treble', [note(pitch)]).stems
      return Math.abs(Number(stem.getAttribute('y2')) - Number(stem.getAttribute('y1')))
    }
    expect(long('G3')).toBeGreaterThan(long('F4'))
    expect(long('E6')).toBeGreaterThan(long('D5'))
    expect(long('A4')).toBe(long('F4'))
  })
  it('has room for what may be put, and draws it in the colour of what is picked; once judged, right and wrong are told apart', () => {
    const put = { steps: [steps('F4'), steps('D4')], stem: null }
    expect(drawn('treble', [], { put }).fills.filter((f) => f === 'var(--pick)')).toHaveLength(2)
    const judged = drawn('treble', [], { put, right: [steps('D4')] }).fills
    expect(judged.filter((f) => f === 'var(--spruce)')).toHaveLength(1)
    expect(judged.filter((f) => f === 'var(--madder)')).toHaveLength(1)
    expect(drawn('treble', [], { put }).stems).toHaveLength(0)
    expect(drawn('treble', [], { put: { ...put, stem: 'up' } }).stems.map(way)).toEqual(['up', 'up'])
  })
  it('grows with the notes that it has to hold', () => {
    const height = (notes: ReturnType<typeof note>[]) =>
      Number(drawn('treble', notes).container.querySelector('svg')!.getAttribute('viewBox')!.split(' ')[3])
    expect(height([note('G3'), note('E6')])).toBeGreaterThan(height([note('B4')]))
  })
  it('is a picture with a name, or a group where something in it can be touched', () => {
    drawn('treble', [note('B4')])
    expect(screen.getByRole('img', { name: 'a staff' })).toBeTruthy()
    render(
      <Staff clef="bass" fifths={-1} notes={[]} label="touch it">
        {({ y }) => <rect role="button" aria-label="a place" tabIndex={0} x={0} y={y(steps('D3'))} width={1} height={1} />}
      </Staff>,
    )
    expect(screen.getByRole('group', { name: 'touch it' })).toBeTruthy()
    expect(screen.getByRole('button', { name: 'a place' })).toBeTruthy()
  })
})

describe('what is said of a staff', () => {
  it('is where notes stand, and not which they are', () => {
    const said = sayStaff(PLAIN_TONGUE, 'treble', 2, [note('B4'), note('F#5', true)])
    expect(said.split(': ').at(-1)).not.toMatch(/\b[B-G]\b/)
    expect(said).toMatch(/^treble clef, .*sharp.*: a note on the .*, then a sharp and a note on the /)
  })
  it('of an empty staff is its clef and signature alone', () => {
    expect(sayStaff(PLAIN_TONGUE, 'alto', 0, [])).not.toContain(':')
    expect(sayStaff(PLAIN_TONGUE, 'bass', -2, [])).toMatch(/^bass clef, .*flat/)
  })
  it('names each sign', () => {
    const one = (pitch: string) => sayStaff(PLAIN_TONGUE, 'treble', 0, [note(pitch, true)])
    expect([one('Bb4'), one('B4'), one('B#4')].map((s) => /: (a \w+) and/.exec(s)?.[1])).toEqual(['a flat', 'a natural', 'a sharp'])
  })
})
