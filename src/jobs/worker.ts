import { parentPort } from 'node:worker_threads'
import * as z from 'zod/mini'
import { NoLibrary } from '@/store/library/look'
import { UnreadableError } from '@/store/pieces'
import { DataError, explained } from '@/store/trouble'
import { dataFile } from '@/store/database'
import { taskSchema, type Word } from './protocol'
import { done } from './tasks'

/** A thread that does the heavy work, one task after the other; it holds nothing between them but the engraver. */
const messageSchema = z.object({ id: z.int(), task: taskSchema })
const say = (word: Word): void => parentPort?.postMessage(word)

let before: Promise<void> = Promise.resolve()

async function work(message: unknown): Promise<void> {
  const { id, task } = messageSchema.parse(message)
  let last = 0
  try {
    const result = await done(task, (n, total, what) => {
      const now = performance.now()
      if (n < total && now - last < 100) return
      last = now
      say({ id, kind: 'progress', done: n, total, what })
    })
    say({ id, kind: 'done', result })
  } catch (e) {
    const known = explained(e, dataFile())
    const teacher = known instanceof DataError || known instanceof NoLibrary || known instanceof UnreadableError
    if (!teacher) console.error(known)
    say({ id, kind: 'failed', problem: known.message, teacher })
  }
}

parentPort?.on('message', (message: unknown) => {
  before = before.then(() => work(message))
})
