import { wrap, type Remote } from 'comlink'

/** A running worker with its face. */
export type Client<Face> = {
  readonly remote: Remote<Face>
  /** Never settles unless the worker cannot be loaded or breaks: then it is rejected. */
  readonly failed: Promise<never>
  end(): void
}

/** Puts a face on a worker that has just been started. The `new Worker(new URL(…))` stays with the caller: the bundler looks for it. */
export function clientOf<Face>(worker: Worker): Client<Face> {
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = (e) => reject(new Error(e.message || 'the worker could not be loaded'))
  })
  // Whoever waits for the worker hears of it; while nobody does it is no trouble.
  failed.catch(() => {})
  return { remote: wrap<Face>(worker), failed, end: () => worker.terminate() }
}

/** A question took longer than the patience there was, and the worker was stopped. */
export class TookTooLong extends Error {}

/** One worker, kept from question to question. */
type Kept<Face> = {
  /**
   * Asks it something. It is started at the first question, and anew after it broke or was stopped.
   * @throws TookTooLong after `patience`; what the worker throws; an Error when it cannot be loaded or breaks.
   */
  ask<T>(question: (remote: Remote<Face>) => Promise<T>): Promise<T>
}

/** Keeps one worker for all questions. `patience` in milliseconds: null waits for as long as it takes. */
export function keptWorker<Face>(start: () => Worker, patience: number | null = null): Kept<Face> {
  let held: Client<Face> | null = null
  return {
    async ask(question) {
      const mine = (held ??= clientOf<Face>(start()))
      const stop = () => {
        mine.end()
        if (held === mine) held = null
      }
      const broken = mine.failed.catch((e: unknown) => {
        stop()
        throw e
      })
      let timer: ReturnType<typeof setTimeout> | undefined
      const slow = new Promise<never>((_, reject) => {
        if (patience === null) return
        timer = setTimeout(() => {
          stop()
          reject(new TookTooLong(`no answer in ${patience} ms`))
        }, patience)
      })
      try {
        return await Promise.race([question(mine.remote), broken, slow])
      } finally {
        clearTimeout(timer)
      }
    },
  }
}
