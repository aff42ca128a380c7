import { fireEvent, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it, vi } from 'vitest'
import { SEAT } from '@/core/testing/seats'
import type { FingeredPlace } from '@/core/trainer/question'
import { Board } from './Board'

const { instrument: violin } = SEAT.violin
const { instrument: cello } = SEAT.cello
const PLACES: readonly FingeredPlace[] = [
  { string: 1, k: 0, finger: '0' },
  { string: 1, k: 2, finger: '1' },
  { string: 1, k: 4, finger: '2' },
  { string: 2, k: 2, finger: '1' },
  { string: 2, k: 7, finger: '4' },
]
const says = ({ finger, string }: FingeredPlace) => `${finger} on ${violin.strings[string].letter}`
const shown = (more: Partial<Parameters<typeof Board>[0]> = {}) =>
  render(<Board instrument={violin} places={PLACES} label="the board" says={says} {...more} />).container
const circles = (container: Element) =>
  [...container.querySelectorAll('circle')].map((c) => ({
    fill: c.getAttribute('fill'),
    y: Number(c.getAttribute('cy')),
    x: Number(c.getAttribute('cx')),
    r: Number(c.getAttribute('r')),
  }))

describe('a fingerboard that is asked about', () => {
  it('has the lowest string at the left and thickest, as it lies before the player', () => {
    const container = shown()
    const strings = [...container.querySelectorAll('line')].filter((l) => l.getAttribute('x1') === l.getAttribute('x2'))
    const at = strings.map((l) => Number(l.getAttribute('x1')))
    const thick = strings.map((l) => Number(l.getAttribute('stroke-width')))
    expect(at).toEqual([...at].sort((a, b) => a - b))
    expect(thick).toEqual([...thick].sort((a, b) => b - a))
    expect([...container.querySelectorAll('text')].slice(0, 4).map((t) => t.textContent)).toEqual(['G', 'D', 'A', 'E'])
  })
  it('has places true to scale among themselves: each half step is shorter than the one before it by the twelfth root of two', () => {
    const all = Array.from({ length: 6 }, (_, k): FingeredPlace => ({ string: 0, k: k + 1, finger: '1' }))
    const ys = circles(shown({ places: all })).map((c) => c.y)
    const steps = ys.slice(1).map((y, i) => y - ys[i])
    for (let i = 1; i < steps.length; i++) expect(steps[i - 1] / steps[i]).toBeCloseTo(2 ** (1 / 12), 1)
  })
  it('touched, hands over the place: by pointer, by Enter and by the space bar', async () => {
    const touch = vi.fn()
    shown({ touch })
    const user = userEvent.setup({ delay: null })
    await user.click(screen.getByRole('button', { name: '2 on D' }))
    for (const key of ['Enter', ' ', 'a']) fireEvent.keyDown(screen.getByRole('button', { name: '4 on A' }), { key })
    expect(touch.mock.calls.flat()).toEqual(['1:4', '2:7', '2:7'])
  })
  it('shows what was chosen, and once judged what was right, each said to who hears it', () => {
    const touch = () => undefined
    const chosen = shown({ touch, chosen: ['1:2'] })
    expect(screen.getByRole('button', { name: '1 on D' }).getAttribute('aria-pressed')).toBe('true')
    expect(circles(chosen).filter((c) => c.fill === 'var(--pick)')).toHaveLength(1)
    const judged = circles(shown({ touch, chosen: ['1:2'], right: ['1:4'] }))
    expect(judged.filter((c) => c.fill === 'var(--madder)')).toHaveLength(1)
    expect(judged.filter((c) => c.fill === 'var(--spruce)')).toHaveLength(1)
  })
  it('only looked at is a picture: the finger that is meant, and nothing to touch', () => {
    const container = shown({ at: PLACES[1] })
    expect(screen.getByRole('img', { name: 'the board' })).toBeTruthy()
    expect(screen.queryAllByRole('button')).toHaveLength(0)
    expect(circles(container).filter((c) => c.fill === 'var(--pick)')).toHaveLength(1)
  })
  it('looked at from afar ends where it is looked at; what lies beyond is left away', () => {
    const high: FingeredPlace = { string: 3, k: 12, finger: '4' }
    const height = (container: Element) => Number(container.querySelector('svg')!.getAttribute('viewBox')!.split(' ')[3])
    const near = shown({ places: [...PLACES, high], at: PLACES[1] })
    expect(circles(near).some((c) => c.x === 44 + 3 * 84 && c.r === 5)).toBe(false)
    expect(height(shown({ places: [...PLACES, high], touch: () => undefined }))).toBeGreaterThan(height(near))
  })
  it('of another instrument has its strings', () => {
    const container = render(<Board instrument={cello} places={[]} label="cello" says={says} />).container
    expect([...container.querySelectorAll('text')].map((t) => t.textContent)).toEqual(['C', 'G', 'D', 'A'])
  })
})
