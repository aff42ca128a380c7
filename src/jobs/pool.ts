import path from 'node:path'
import { Worker } from 'node:worker_threads'
import type { Task, Word } from './protocol'
import type { Results } from './tasks'

/** How long a task may take that somebody waits for, in milliseconds; then its thread is stopped. */
const PATIENCE = 20_000
/** Memory of a thread, in megabytes. */
const MEMORY = 1024

/** Why nothing came of a task; its message can be shown. */
export class TaskError extends Error {}

type Waiting = { resolve: (result: unknown) => void; reject: (e: Error) => void; progress?: (w: Word & { kind: 'progress' }) => void }
type Thread = { readonly worker: Worker; readonly waiting: Map<number, Waiting> }

const held = globalThis as { evenSeatThread?: Thread | null; evenSeatTasks?: number; evenSeatQueue?: Promise<unknown> }

/** The worker as it was built beside the application (scripts/bundle.mjs). */
const file = (): string => path.join(/* turbopackIgnore: true */ process.cwd(), '.next', 'even-seat', 'worker.mjs')

function thread(onEnd: () => void): Thread {
  const waiting: Thread['waiting'] = new Map()
  const worker = new Worker(file(), { resourceLimits: { maxOldGenerationSizeMb: MEMORY } })
  const fail = (e: Error) => {
    onEnd()
    for (const w of waiting.values()) w.reject(e)
    waiting.clear()
  }
  worker.on('message', (word: Word) => {
    const w = waiting.get(word.id)
    if (!w) return
    if (word.kind === 'progress') return w.progress?.(word)
    waiting.delete(word.id)
    if (word.kind === 'done') w.resolve(word.result)
    else
      w.reject(
        word.teacher
          ? new TaskError(word.problem)
          : new TaskError('It could not be made; the window in which Even Seat was started says why.'),
      )
  })
  worker.on('error', (e) => {
    console.error(e)
    fail(new TaskError('It took too much memory and was stopped.'))
  })
  worker.on('exit', () => fail(new TaskError('It was stopped.')))
  worker.unref()
  return { worker, waiting }
}

function ask<T extends Task>({ worker, waiting }: Thread, task: T, progress?: Waiting['progress']): Promise<Results[T['kind']]> {
  const id = (held.evenSeatTasks = (held.evenSeatTasks ?? 0) + 1)
  return new Promise<unknown>((resolve, reject) => {
    waiting.set(id, { resolve, reject, progress })
    worker.postMessage({ id, task })
  }) as Promise<Results[T['kind']]>
}

/**
 * Does a task in the one thread kept for what a page waits for, one after the other, so that the thread that answers goes on
 * answering. One that takes longer than `patience` is stopped with its thread. Rejects with a {@link TaskError}.
 */
export function inWorker<T extends Task>(task: T, patience = PATIENCE): Promise<Results[T['kind']]> {
  const run = async (): Promise<Results[T['kind']]> => {
    const t = (held.evenSeatThread ??= thread(() => (held.evenSeatThread = null)))
    let timer: ReturnType<typeof setTimeout> | undefined
    const slow = new Promise<never>((_, reject) => {
      timer = setTimeout(() => {
        held.evenSeatThread = null
        void t.worker.terminate()
        reject(new TaskError('It took too long and was stopped.'))
      }, patience)
    })
    try {
      return await Promise.race([ask(t, task), slow])
    } finally {
      clearTimeout(timer)
    }
  }
  const next = (held.evenSeatQueue ?? Promise.resolve()).then(run, run)
  held.evenSeatQueue = next.catch(() => undefined)
  return next
}

/** Does a long task in a thread of its own, which ends with it. Rejects with a {@link TaskError}. */
export async function inOwnThread<T extends Task>(
  task: T,
  progress: (done: number, total: number, what: string) => void,
): Promise<Results[T['kind']]> {
  const t = thread(() => undefined)
  try {
    return await ask(t, task, (w) => progress(w.done, w.total, w.what))
  } finally {
    void t.worker.terminate()
  }
}
