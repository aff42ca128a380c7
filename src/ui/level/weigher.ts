'use client'

import { proxy, wrap, type Remote } from 'comlink'
import type { Seat } from '@/core/hands/instruments'
import type { Rescue } from '@/core/seats/rescue'
import type { SearchSpace } from '@/core/seats/search'
import type { OnKey, Weigher, WeighRequest } from '@/workers/protocol'

type Held = { readonly worker: Worker; readonly remote: Remote<Weigher> }

const start = (): Held => {
  const worker = new Worker(new URL('../../workers/weigh.worker.ts', import.meta.url), { type: 'module' })
  return { worker, remote: wrap<Weigher>(worker) }
}

/** A search under way. `done` settles when it has ended, by itself or cancelled; it is rejected when the worker fails. */
export type Running = { readonly done: Promise<void>; cancel(): void }

/** How many workers share a search: the machine's cores, at most this many. */
const MOST_WORKERS = 2

/** Searches keys and octaves in workers of their own, which share the keys and end with the search: cancelling is at once. */
export function runSearch(request: WeighRequest, space: SearchSpace, onKey: OnKey): Running {
  const count = Math.min(MOST_WORKERS, navigator.hardwareConcurrency || 1, space.signatures.length)
  const all = Array.from({ length: count }, start)
  const stop = () => all.forEach(({ worker }) => worker.terminate())
  let done = 0
  let cancelled = () => {}
  const cancel = new Promise<void>((resolve) => {
    cancelled = resolve
  })
  const failed = Promise.race(
    all.map(
      ({ worker }) =>
        new Promise<never>((_, reject) => {
          worker.onerror = (e) => reject(new Error(e.message))
        }),
    ),
  )
  const told: OnKey = (found) => onKey(found, ++done, space.signatures.length)
  const shares = all.map(({ remote }, w) => {
    const signatures = space.signatures.filter((_, i) => i % count === w)
    return remote.search(request, { ...space, signatures }, proxy(told))
  })
  const ended = Promise.race([Promise.all(shares).then(() => {}), cancel, failed]).finally(stop)
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
  return rescuer.remote.rescues(request, seat, index)
}
