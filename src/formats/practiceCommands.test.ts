import { mkdtempSync, writeFileSync } from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import type { DrillReport, WarmupReport } from './drillReport'
import type { PlanDayReport } from './planReport'
import { runCommand } from './testing/commandLine'

const TUNE = 'X:1\nT:Test\nM:4/4\nL:1/4\nQ:1/4=80\nK:G\nG A B d|c/B/ A B2|d c d/B/ G|A3 z|^F G A F|=F E F D|G A B d|G3 z|]\n'

describe('the command lines of practising', () => {
  const tune = path.join(mkdtempSync(path.join(os.tmpdir(), 'even-seat-practice-')), 'tune.abc')
  writeFileSync(tune, TUNE)

  it('drills prints one drill a line, of the kinds and measures that are asked for', () => {
    const { status, lines } = runCommand('drills', tune, '--kind', 'slide', '--kind', 'scale', '--measures', '5-6')
    expect(status).toBe(0)
    const drills = lines.map((l) => JSON.parse(l) as DrillReport)
    expect(new Set(drills.map((d) => d.kind))).toEqual(new Set(['scale', 'slide']))
    for (const d of drills.filter((x) => x.kind === 'slide')) for (const m of d.measures) expect(['5', '6']).toContain(m)
    const slide = drills.find((d) => d.kind === 'slide' && d.variant === 'alternating')!
    expect(slide.seats.map((s) => [s.seat, s.companion])).toEqual([
      ['violin', null],
      ['viola', null],
      ['cello', null],
      ['bass', null],
    ])
    expect(slide.seats[2].notes.slice(0, 2).map((n) => n.finger)).toEqual([3, 2])
    expect(Object.keys(slide)).toEqual(['kind', 'variant', 'title', 'purpose', 'minutes', 'tempo', 'times', 'serves', 'measures', 'seats'])
  })

  it('warmup prints its drills in order, then what they come to', () => {
    const { status, lines } = runCommand('warmup', tune, '--minutes', '5')
    expect(status).toBe(0)
    const last = JSON.parse(lines.at(-1)!) as WarmupReport
    expect(Object.keys(last)).toEqual(['minutes', 'covered', 'total', 'covers', 'leaves'])
    expect(last.minutes).toBeLessThanOrEqual(5)
    const drills = lines.slice(0, -1).map((l) => JSON.parse(l) as DrillReport)
    expect(drills.reduce((n, d) => n + d.minutes, 0)).toBeCloseTo(last.minutes, 5)
    expect(drills[0].kind).toBe('scale')
  })

  it('plan prints a day a line, and says what cannot be done in words', () => {
    const days = ['--from', '2026-03-02', '--to', '2026-03-27', '--days', 'Mon,Wed,Fri']
    const { status, lines, errors } = runCommand('plan', tune, ...days, '--minutes', '10', '--holiday', '2026-03-04')
    expect(status).toBe(0)
    expect(errors).toMatch(/^\d minutes a day would be enough. You have 10\.\n$/)
    const plan = lines.map((l) => JSON.parse(l) as PlanDayReport)
    expect(plan.map((d) => d.date).slice(0, 3)).toEqual(['2026-03-02', '2026-03-06', '2026-03-09'])
    expect(new Set(plan.flatMap((d) => d.items.map((x) => x.kind)))).toEqual(new Set(['new', 'join', 'review', 'run-through']))
    expect(runCommand('plan', tune, ...days, '--minutes', '1').errors).toMatch(
      /This would fit: .*(It would fit with|It doesn’t fit in any|No other key)/,
    )
  })

  it.each([
    ['drills', ['--kind', 'juggling'], '--kind takes scale'],
    ['drills', ['--measures', 'x y'], 'names no measures'],
    ['drills', ['--measures', '50-60'], 'there are no measures 50-60'],
    ['warmup', ['--minutes', 'many'], 'is not a number from 1 to 60'],
    ['warmup', ['--minutes', '0'], 'is not a number from 1 to 60'],
    ['plan', ['--from', '2026-02-30', '--to', '2026-03-27'], 'is no day of the calendar'],
    ['plan', ['--from', '2026-03-27', '--to', '2026-03-02'], 'lies before'],
    ['plan', ['--from', '2026-03-02', '--to', '2026-03-27', '--days', 'Monday'], 'is none of Mon, Tue'],
    ['plan', ['--from', '2026-03-02', '--to', '2026-03-27', '--minutes', '-3'], 'minutes'],
  ] as const)('%s %j is refused in a plain line, with exit 2', (command, args, says) => {
    const { status, errors, text } = runCommand(command, tune, ...args)
    expect(status).toBe(2)
    expect(errors).toContain(says)
    expect(errors).not.toMatch(/\n\s+at /)
    expect(text).toBe('')
  })
})
