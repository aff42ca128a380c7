import { render, screen, within } from '@testing-library/react'
import { describe, expect, it, vi } from 'vitest'
import { HowItGoes } from './HowItGoes'
import type { ShownPlan } from './usePlan'

vi.mock('@/ui/kit/Chart', () => ({ Chart: ({ label }: { label: string }) => <div role="img" aria-label={label} /> }))

type Sure = ShownPlan['sure'][number]
const row = (seat: string | null, stands: Sure['rows'][number]['stands'], student = '', over: Sure['rows'][number]['over'] = []) => ({
  seat,
  student,
  stands,
  over,
})
const SURE: Sure = {
  piece: 'p',
  title: 'Two Barges',
  measures: ['1', '2', '3'],
  rows: [
    row('violin', ['sure', 'sure', 'not sure']),
    row('bass', ['sure', 'not started', 'not started']),
    row('violin', ['sure', 'not started', 'not started'], 'Ada'),
  ],
  shifts: [],
}
const record = (student: string, outcome: 'clean' | 'slip', day: string) => ({
  id: `${student}${day}${outcome}`,
  piece: 'p',
  from: 0,
  to: 0,
  seat: 'violin',
  student,
  clean: Number(outcome === 'clean'),
  slips: Number(outcome === 'slip'),
  day,
  at: 1,
})
const plan = (more: Partial<ShownPlan> = {}): ShownPlan =>
  ({
    seats: [
      { id: 'violin', name: 'Violin' },
      { id: 'bass', name: 'Bass' },
    ],
    records: [],
    sure: [SURE],
    minutes: [],
    ...more,
  }) as unknown as ShownPlan

describe('how practising goes', () => {
  it('says what to do while nothing is recorded, and draws nothing', () => {
    render(<HowItGoes plan={plan()} />)
    expect(screen.getByText('Nothing recorded yet. Tap Clean or Slip next to a task.')).toBeTruthy()
    expect(screen.queryByRole('img')).toBeNull()
  })
  it('says for each seat how many measures are sure, counted from what stands', () => {
    render(<HowItGoes plan={plan({ records: [record('', 'clean', '2026-11-02')] as never })} />)
    expect(screen.getByText('Sure, of 3 measures: violin 2, bass 1.')).toBeTruthy()
  })
  it('has the same as a table, for every measure in words too, a student with the seat', () => {
    render(<HowItGoes plan={plan({ records: [record('', 'clean', '2026-11-02')] as never })} />)
    const rows = within(screen.getByRole('region', { name: 'Two Barges as a table', hidden: true })).getAllByRole('row', { hidden: true })
    expect(rows.map((r) => within(r).getByRole('rowheader', { hidden: true }).textContent)).toEqual(['Violin', 'Bass', 'Ada (violin)'])
    expect(rows[0].textContent).toContain('3: not sure')
    expect(rows[1].textContent).toContain('2: not started')
  })
  it('lists students by name with their clean times, slips and days', () => {
    const records = [
      record('Ada', 'clean', '2026-11-02'),
      record('Ada', 'clean', '2026-11-03'),
      record('Ada', 'slip', '2026-11-03'),
      record('', 'clean', '2026-11-03'),
    ]
    render(<HowItGoes plan={plan({ records: records as never })} />)
    const [only, ...others] = within(screen.getByRole('heading', { name: 'By name' }).nextElementSibling as HTMLElement).getAllByRole(
      'listitem',
    )
    expect(others).toEqual([])
    expect(only.textContent).toMatch(/^Ada: 2 clean, 1 slip on 2 days\.$/)
  })
  it('draws what became sure day by day once there are two days, seats that stand alike in one line', () => {
    const over = [
      { day: '2026-11-02', sure: 1 },
      { day: '2026-11-03', sure: 2 },
    ]
    const alike: Sure = {
      ...SURE,
      rows: [row('violin', ['sure', 'sure', 'not started'], '', over), row('bass', ['sure', 'sure', 'not started'], '', over)],
    }
    render(<HowItGoes plan={plan({ records: [record('', 'clean', '2026-11-02')] as never, sure: [alike] })} />)
    expect(screen.getByRole('img', { name: /^Measures that are sure, day by day\. Violin and bass: 2 Nov 1, 3 Nov 2$/i })).toBeTruthy()
    const one: Sure = { ...alike, rows: [row('violin', ['sure', 'sure', 'not started'], '', over.slice(0, 1))] }
    render(<HowItGoes plan={plan({ records: [record('', 'clean', '2026-11-02')] as never, sure: [one] })} />)
    expect(screen.getAllByRole('img', { name: /day by day/ })).toHaveLength(1)
  })
  it('shows the minutes of the last ten days that have any', () => {
    const minutes = Array.from({ length: 12 }, (_, i) => ({ day: `2026-11-${String(i + 1).padStart(2, '0')}`, minutes: i + 5 }))
    render(<HowItGoes plan={plan({ minutes })} />)
    const list = within(screen.getByRole('heading', { name: 'Minutes done' }).nextElementSibling as HTMLElement)
    expect(list.getAllByRole('listitem').map((l) => l.textContent)).toHaveLength(10)
    expect(list.getAllByRole('listitem')[0].textContent).toBe('Tue 3 Nov7')
  })
})
