import { availableParallelism } from 'node:os'
import path from 'node:path'
import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import { Lanes, type Lane, type LanePlace, type LaneTurn } from './lanes'
import type { Task, TaskKind, Word } from './protocol'
import type { Results } from './tasks'

/** How long a task is waited for, in milliseconds, counted from the asking. Its thread goes on: what it makes is kept there for whoever asks again. */
const PATIENCE = 20_000
/** How long a task may be under way before its thread is taken to hang, in milliseconds; only then it is ended. */
const HUNG = 180_000
/** The same for an errand, counted from the last that was heard of it. */
const SILENT = 600_000
/** How long a stop waits for what is under way, in milliseconds. */
export const DRAIN = 10_000
/** Memory of a thread, in megabytes. */
const MEMORY = 1024

/*
 * The pool is one for the process, and its users are bundled apart: an error made in one bundle is known in another by its
 * mark, not by its class.
 */
const [TASK, BUSY] = [Symbol.for('even-seat task error'), Symbol.for('even-seat busy')]
const isMarked = (e: unknown, mark: symbol): boolean => typeof e === 'object' && e !== null && mark in e

/** Why nothing came of a task; its message can be shown. */
export class TaskError extends Error {
  readonly [TASK] = true
  static [Symbol.hasInstance](e: unknown): boolean {
    return isMarked(e, TASK)
  }
}
/** Nothing is wrong but that too much is asked at once, or that Even Seat is being stopped: it can be asked again. */
export class BusyError extends TaskError {
  readonly [BUSY] = true
  static override [Symbol.hasInstance](e: unknown): boolean {
    return isMarked(e, BUSY)
  }
}

/** What can wait: nobody is kept from their work while it is made. */
const LATER: ReadonlySet<TaskKind> = new Set<TaskKind>(['preview', 'facts'])
/** A file of more sheets than this is made beside what others wait for. */
const MANY_SHEETS = 4
const laneOf = (task: Task): Lane =>
  LATER.has(task.kind) || ((task.kind === 'pdf' || task.kind === 'freeze') && task.sheets.length > MANY_SHEETS) ? 'later' : 'now'

/** Who asks: a student by their link, else the teacher of a class. */
const whoAsks = (task: Task): string => ('of' in task ? `${task.of} ${'student' in task ? task.student : ''}` : '')

/** What is written may not be done twice: it is not begun again when its thread was ended by another task's fault. */
const WRITES: ReadonlySet<TaskKind> = new Set<TaskKind>(['shelve', 'freeze', 'bring'])

type Waiting = LaneTurn & {
  readonly task: Task
  tries: number
  readonly resolve: (result: unknown) => void
  readonly reject: (e: Error) => void
}

/** What a thread answers: what came of a task, or why nothing did (`teacher`: in words meant for the teacher). */
type Reply = { readonly ok: true; readonly result: unknown } | { readonly ok: false; readonly problem: string; readonly teacher: boolean }

/** The worker as it was built beside the application (scripts/bundle.mjs). */
const built = (): string => path.join(/* turbopackIgnore: true */ process.cwd(), '.next', 'even-seat', 'worker.mjs')

/** What a pool is made of; tests put in a worker and bounds of their own. */
type Made = { readonly file?: string; readonly hung?: number; readonly silent?: number; readonly threads?: number }

/**
 * The threads that do the heavy work of the server, so that the thread that answers goes on answering. Some are for what
 * somebody waits for; one takes what can wait too, several such tasks in turns, a sheet or a piece at a time.
 */
export class Pool {
  private readonly quick: Piscina
  private readonly slow: Piscina
  private readonly errands: Piscina
  private readonly lanes: Lanes<Waiting>
  private readonly hung: number
  private readonly silent: number
  private ending = false
  private away = 0

  constructor({ file = built(), hung = HUNG, silent = SILENT, threads = Math.max(2, availableParallelism()) }: Made = {}) {
    const quick: LanePlace = { name: 'quick', holds: { now: 2 * (threads - 1), later: 0 } }
    const slow: LanePlace = { name: 'slow', holds: { now: 1, later: 4 } }
    this.lanes = new Lanes<Waiting>([quick, slow])
    ;[this.hung, this.silent] = [hung, silent]
    // A thread that waits for its next task must go on closing what the last one has opened.
    const common = { filename: file, atomics: 'disabled', resourceLimits: { maxOldGenerationSizeMb: MEMORY }, idleTimeout: 60_000 } as const
    this.quick = new Piscina({ ...common, minThreads: 1, maxThreads: threads - 1, concurrentTasksPerWorker: 2 })
    this.slow = new Piscina({ ...common, minThreads: 0, maxThreads: 1, concurrentTasksPerWorker: 5 })
    this.errands = new Piscina({ ...common, minThreads: 0, maxThreads: 2, idleTimeout: 1000 })
    for (const p of [this.quick, this.slow, this.errands]) p.on('error', (e: unknown) => console.error(e))
  }

  /** Does a task when its turn comes. Rejects with a {@link TaskError}; with a {@link BusyError} when it may be asked again. */
  run<T extends Task>(task: T, { patience = PATIENCE, lane = laneOf(task) } = {}): Promise<Results[T['kind']]> {
    if (this.ending) return Promise.reject(new BusyError('Even Seat is stopping. Try again in a moment.'))
    return new Promise<unknown>((resolve, reject) => {
      const waiting: Waiting = { lane, who: whoAsks(task), task, tries: 0, resolve: done(resolve), reject: done(reject) }
      const timer = setTimeout(() => {
        const begun = !this.lanes.takeBack(waiting)
        waiting.reject(new BusyError(begun ? 'This takes longer than usual. Try again in a moment: what’s done by then is kept.' : FULL))
      }, patience)
      function done<A>(f: (a: A) => void) {
        return (a: A) => (clearTimeout(timer), f(a))
      }
      if (!this.lanes.add(waiting)) return waiting.reject(new BusyError(FULL))
      this.go()
    }) as Promise<Results[T['kind']]>
  }

  private go(): void {
    for (let next = this.lanes.next(); next; next = this.lanes.next()) {
      const { task, place } = next
      void this.begin(task, place.name === 'slow' ? this.slow : this.quick).finally(() => {
        this.lanes.end(task)
        this.go()
      })
    }
  }

  private async begin(waiting: Waiting, threads: Piscina): Promise<void> {
    const control = new AbortController()
    const timer = setTimeout(() => control.abort(), this.hung)
    try {
      waiting.resolve(resultOf((await threads.run({ task: waiting.task }, { signal: control.signal })) as Reply))
    } catch (e) {
      const known = sayEnd(e, control.signal.aborted)
      // Its thread was ended because of another task on it: that is no fault of this one.
      if (known.message === STOPPED && !this.ending && !WRITES.has(waiting.task.kind) && waiting.tries++ < 1 && this.lanes.add(waiting))
        return
      waiting.reject(known)
    } finally {
      clearTimeout(timer)
    }
  }

  /** Does a long task in a thread of its own. Rejects with a {@link TaskError}. */
  async errand<T extends Task>(task: T, progress: (done: number, total: number, what: string) => void): Promise<Results[T['kind']]> {
    if (this.ending) throw new BusyError('Even Seat is stopping. Try again in a moment.')
    const control = new AbortController()
    const { port1, port2 } = new MessageChannel()
    let timer = setTimeout(() => control.abort(), this.silent)
    let ended = false
    port1.on('message', (w: Word) => {
      // What was said last may arrive after the end.
      if (ended) return
      clearTimeout(timer)
      timer = setTimeout(() => control.abort(), this.silent)
      progress(w.done, w.total, w.what)
    })
    this.away++
    try {
      const reply = (await this.errands.run({ task, port: port2 }, { signal: control.signal, transferList: [port2] })) as Reply
      return resultOf(reply) as Results[T['kind']]
    } catch (e) {
      throw sayEnd(e, control.signal.aborted)
    } finally {
      ended = true
      clearTimeout(timer)
      port1.close()
      this.away--
    }
  }

  /** How many tasks are under way or wait. */
  get load(): number {
    return this.lanes.underWay + this.lanes.waits('now') + this.lanes.waits('later') + this.away
  }

  /** Takes nothing more; what is under way ends, for so long at the most, in milliseconds. Then the threads go. */
  async drain(most = DRAIN): Promise<void> {
    this.ending = true
    const until = performance.now() + most
    while (this.load > 0 && performance.now() < until) await new Promise((r) => setTimeout(r, 25))
    await Promise.all([this.quick.destroy(), this.slow.destroy(), this.errands.destroy()])
  }
}

const FULL = 'Too much is going on right now. Try again in a moment.'
const STOPPED = 'Stopped.'

function resultOf(reply: Reply): unknown {
  if (reply.ok) return reply.result
  throw new TaskError(reply.teacher ? reply.problem : 'That didn’t work. The window where Even Seat was started says why.')
}

/** Why a task ended without an answer, in words. */
function sayEnd(e: unknown, hung: boolean): Error {
  if (e instanceof TaskError) return e
  if (hung) return new TaskError('This took too long, so we stopped. Try less at once.')
  if ((e as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY')
    return new TaskError('This took too much memory, so we stopped. Try less at once.')
  // A thread that was ended takes all its tasks along.
  if (!/terminat|exited|closed/i.test((e as Error).message)) console.error(e)
  return new TaskError(STOPPED)
}

const held = globalThis as { evenSeatPool?: Pool }
const pool = (): Pool => (held.evenSeatPool ??= new Pool())

/** Does a task in the threads of the server; see {@link Pool.run}. */
export const inWorker = <T extends Task>(task: T, how?: { patience?: number; lane?: Lane }): Promise<Results[T['kind']]> =>
  pool().run(task, how)

/** Does a long task in a thread of its own; see {@link Pool.errand}. */
export const inOwnThread = <T extends Task>(
  task: T,
  progress: (done: number, total: number, what: string) => void,
): Promise<Results[T['kind']]> => pool().errand(task, progress)

/** Ends what is under way and takes no more. */
export const drain = async (most?: number): Promise<void> => held.evenSeatPool?.drain(most)
