import { format } from 'date-fns'
import { classApi } from '@/api/address'
import { keptReply } from '@/api/practice'
import type { Aim, PracticeRecord } from '@/core/plan/record'
import { answer, Trouble } from '@/ui/kit/answer'
import { newId } from '@/ui/kit/newId'

/** Today by the clock of the browser, as ISO 8601 has it. */
export const todayIs = (): string => format(new Date(), 'yyyy-MM-dd')

/** What is said of now: its own id, the day, the moment. */
const stamp = () => ({ id: newId(), day: todayIs(), at: Date.now() })
export const recordOf = (r: Omit<PracticeRecord, 'id' | 'day' | 'at'>): PracticeRecord => ({ ...r, ...stamp() })
export const aimOf = (a: Omit<Aim, 'id' | 'day' | 'at'>): Aim => ({ ...a, ...stamp() })

/** What can be kept of practising: taps at chunks and drills, tries at shifts. */
export type RecordTable = 'records' | 'aims'

/** Keeps a record or a try of a class at the server; throws {@link Trouble} in words where it was not kept. The same once more changes nothing. */
export async function keepAtServer(of: string, table: RecordTable, body: PracticeRecord | Aim): Promise<void> {
  const init = { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }
  const reply = await answer(keptReply, classApi(of, `/${table}`), init)
  if (!reply.ok) throw new Trouble(reply.problem)
}

/** Takes one out again. */
export async function takeBack(of: string, table: RecordTable, id: string): Promise<void> {
  const reply = await answer(keptReply, classApi(of, `/${table}/${id}`), { method: 'DELETE' })
  if (!reply.ok) throw new Trouble(reply.problem)
}
