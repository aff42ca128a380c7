'use client'

import { proxy, wrap, type Remote } from 'comlink'
import type { Seat } from '@/core/hands/instruments'
import type { Rescue } from '@/core/seats/rescue'
import type { SearchSpace } from '@/core/seats/search'
import type { OnKey, Weigher, WeighRequest } from '@/workers/protocol'

/** A worker with its face; `failed` is rejected when it cannot be loaded or breaks. */
type Held = { readonly worker: Worker; readonly remote: Remote<Weigher>; readonly failed: Promise<never> }

const start = (): Held => {
  const worker = new Worker(new URL('../../workers/weigh.worker.ts', import.meta.url), { type: 'module' })
  const failed = new Promise<never>((_, reject) => {
    worker.onerror = (e) => reject(new Error(e.message))
  })
  // Whoever waits for the worker hears of it; while nobody does it is no trouble.
  failed.catch(() => {})
  return { worker, remote: wrap<Weigher>(worker), failed }
}

/** A search under way. `done` settles when it has ended, by itself or cancelled; it is rejected when the worker fails. */
export type Running = { readonly done: Promise<void>; cancel(): void }

/** How many workers share a search: the machine's cores, at most this many. */
const MOST_WORKERS = 2

/** Workers that have nothing to do: started before they are needed, and warm after a search. */
const idle: Held[] = []

/** Starts what a search will need, so that it need not wait for it. */
export function prepareSearch(): void {
  while (idle.length < MOST_WORKERS) idle.push(start())
}

/** Searches keys and octaves in workers that share the keys. Cancelling ends them, so it is at once. */
export function runSearch(request: WeighRequest, space: SearchSpace, onKey: OnKey): Running {
  const count = Math.min(MOST_WORKERS, navigator.hardwareConcurrency || 1, space.signatures.length)
  const all = Array.from({ length: count }, () => idle.pop() ?? start())
  let over = false
  // Once it is over the workers may be another search's.
  const stop = () => {
    if (!over) all.forEach(({ worker }) => worker.terminate())
    over = true
  }
  let done = 0
  let cancelled = () => {}
  const cancel = new Promise<void>((resolve) => {
    cancelled = resolve
  })
  const told: OnKey = (found) => onKey(found, ++done, space.signatures.length)
  const shares = all.map(({ remote }, w) => {
    const signatures = space.signatures.filter((_, i) => i % count === w)
    return remote.search(request, { ...space, signatures }, proxy(told))
  })
  const whole = Promise.all(shares).then(() => {
    if (!over) idle.push(...all)
    over = true
  })
  const ended = Promise.race([whole, cancel, ...all.map((h) => h.failed)]).catch((e: unknown) => {
    stop()
    throw e
  })
  return {
    done: ended,
    cancel: () => {
      stop()
      cancelled()
    },
  }
}

let rescuer: Held | null = null

/** What could make a measure easier for a seat. */
export const findRescues = (request: WeighRequest, seat: Seat, index: number): Promise<Rescue[]> => {
  rescuer ??= start()
  const { remote, failed } = rescuer
  return Promise.race([remote.rescues(request, seat, index), failed]).catch((e: unknown) => {
    // The next question starts another.
    rescuer = null
    throw e
  })
}
