import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { describe, expect, it } from 'vitest'
import { DEFAULT_CLASS } from '@/core/plan/class'
import { emptyPlan } from '@/core/plan/plan'
import { withRow, type RunRow } from '@/core/plan/run'
import { pieceFrom } from '@/core/testing/piece'
import { SortedList } from '@/ui/kit/SortedList'
import { lessonOf } from '@/ui/rehearse/lesson'
import { AtDesk } from '@/ui/session/DeskProvider'
import { createDesk } from '@/ui/session/deskStore'
import { LessonRow } from './LessonRow'

const STEPS = withRow(withRow([], { kind: 'step', words: 'Tune', seconds: 90 }), { kind: 'step', words: 'Bow hands', seconds: 30 })

function rows(all: readonly RunRow[] = STEPS, open: string | null = null) {
  const plan = emptyPlan()
  const piece = pieceFrom('D4 E4 F#4 G4 A4 B4 C#5 D5')
  const desk = createDesk({ id: 'p', piece, plan: { ...plan, run: { ...plan.run, rows: [...all] } }, klass: DEFAULT_CLASS, version: 1 })
  const opened: boolean[] = []
  render(
    <AtDesk store={desk}>
      <SortedList ids={all.map((r) => r.id)} order={() => undefined}>
        {all.map((row) => (
          <LessonRow key={row.id} row={row} seconds={90} open={open === row.id} setOpen={(on) => opened.push(on)} />
        ))}
      </SortedList>
    </AtDesk>,
  )
  return { desk, opened, user: userEvent.setup() }
}

describe('a row of a lesson', () => {
  it('is begun where it stands, and says that it is on', async () => {
    const { desk, user } = rows()
    await user.click(screen.getByRole('button', { name: 'Start here: Bow hands' }))
    expect(lessonOf(desk).getState()).toMatchObject({ phase: 'step', row: STEPS[1].id })
    expect(screen.getByRole('button', { name: 'Start here: Bow hands' }).textContent).toContain('now')
    lessonOf(desk).go()
    expect((await screen.findByRole('button', { name: 'Start here: Bow hands' })).textContent).toContain('done')
    lessonOf(desk).stop()
  })

  it('is taken out with what it was called, so that it can be put back', async () => {
    const { desk, user } = rows()
    await user.click(screen.getByRole('button', { name: 'Take Tune out' }))
    expect(desk.getState().plan.run.rows.map((r) => r.id)).toEqual([STEPS[1].id])
    desk.getState().undo()
    expect(desk.getState().plan.run.rows).toEqual(STEPS)
  })

  it('opened can be said otherwise, and put in once more', async () => {
    const { desk, opened, user } = rows(STEPS, STEPS[0].id)
    await user.click(screen.getByRole('button', { name: 'Once more' }))
    expect(desk.getState().plan.run.rows.map((r) => (r.kind === 'step' ? r.words : ''))).toEqual(['Tune', 'Tune', 'Bow hands'])
    await user.click(screen.getByRole('button', { name: 'Change Bow hands' }))
    expect(opened).toEqual([true])
  })
})
