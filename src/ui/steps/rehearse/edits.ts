import { withRow, type NewRow, type Run, type RunRow } from '@/core/plan/run'
import { runWithWarmup, type Warming } from '@/core/practice/runSheet'
import { withRun } from '@/core/plan/plan'
import { ofPlan, type Edit } from '@/ui/session/edits'

const lesson = (said: string, change: (run: Run) => Run): Edit => ofPlan(`Lesson: ${said}`, (plan) => withRun(plan, change))
const rows = (said: string, change: (rows: readonly RunRow[]) => RunRow[]): Edit =>
  lesson(said, (run) => ({ ...run, rows: change(run.rows) }))

export const lessonLasts = (minutes: number): Edit => lesson(`${minutes} minutes`, (run) => ({ ...run, minutes }))
export const madeOf = (made: readonly RunRow[], said: string): Edit => rows(said, () => [...made])
export const warmupPut = (warmup: readonly Warming[]): Edit => rows('with the warm-up', (all) => runWithWarmup(all, warmup))
export const rowPut = (row: NewRow, said: string): Edit => rows(`with ${said}`, (all) => withRow(all, row))
/** The same row once more, after itself. */
export const rowAgain = (row: RunRow, said: string): Edit =>
  rows(`${said} once more`, (all) => {
    const { id, ...same } = row
    return withRow(all, same, id)
  })
export const rowOut = (row: RunRow, said: string): Edit => rows(`without ${said}`, (all) => all.filter((r) => r.id !== row.id))
export const rowsOrdered = (ids: readonly string[]): Edit =>
  rows('another order', (all) => [...all].sort((a, b) => ids.indexOf(a.id) - ids.indexOf(b.id)))
type Of<K extends RunRow['kind']> = Omit<Extract<RunRow, { kind: K }>, 'kind' | 'id'>
/** What can be said otherwise of a row of its kind. */
export type RowChange = Partial<Of<'passage'> & Of<'step'>>
export const rowSaid = (row: RunRow, said: string, change: RowChange): Edit =>
  rows(said, (all) => all.map((r) => (r.id === row.id ? ({ ...r, ...change } as RunRow) : r)))
