import type { MessagePort } from 'node:worker_threads'
import * as z from 'zod/mini'
import { NoLibrary } from '@/store/library/look'
import { UnreadableError } from '@/store/pieces'
import { DataError, explained } from '@/store/trouble'
import { dataFile } from '@/store/database'
import { taskSchema, type Word } from './protocol'
import { done } from './tasks'

/** How often an errand says how far it is, in milliseconds. */
const OFTEN = 100

const askedSchema = z.object({ task: taskSchema, port: z.optional(z.custom<MessagePort>()) })

/** Does a task in this thread; it holds nothing between tasks but the engraver and what it has made. `port` hears how far an errand is. */
export default async function work(asked: unknown) {
  const { task, port } = askedSchema.parse(asked)
  let last = 0
  try {
    const result = await done(task, (n, total, what) => {
      const now = performance.now()
      if (!port || (n < total && now - last < OFTEN)) return
      last = now
      port.postMessage({ done: n, total, what } satisfies Word)
    })
    return { ok: true, result }
  } catch (e) {
    const known = explained(e, dataFile())
    const teacher = known instanceof DataError || known instanceof NoLibrary || known instanceof UnreadableError
    if (!teacher) console.error(known)
    return { ok: false, problem: known.message, teacher }
  }
}
