'use client'

import { proxy, wrap, type Remote } from 'comlink'
import type { Seat } from '@/core/hands/instruments'
import type { Rescue } from '@/core/seats/rescue'
import type { Scored, SearchSpace } from '@/core/seats/search'
import type { OnKey, Weigher, WeighRequest } from '@/workers/protocol'

type Held = { readonly worker: Worker; readonly remote: Remote<Weigher> }

const start = (): Held => {
  const worker = new Worker(new URL('../../workers/weigh.worker.ts', import.meta.url), { type: 'module' })
  return { worker, remote: wrap<Weigher>(worker) }
}

/** A search under way. `done` settles when it has ended, by itself or cancelled; it is rejected when the worker fails. */
export type Running = { readonly done: Promise<void>; cancel(): void }

/** Searches keys and octaves in a worker of its own, which ends with the search: cancelling is at once. */
export function runSearch(request: WeighRequest, space: SearchSpace, onKey: (found: Scored[], done: number, of: number) => void): Running {
  const { worker, remote } = start()
  let cancel = () => {}
  const done = new Promise<void>((resolve, reject) => {
    cancel = () => {
      worker.terminate()
      resolve()
    }
    worker.onerror = (e) => {
      worker.terminate()
      reject(new Error(e.message))
    }
    const told: OnKey = (found, n, of) => onKey(found, n, of)
    remote.search(request, space, proxy(told)).then(cancel, (e: unknown) => {
      worker.terminate()
      reject(e instanceof Error ? e : new Error(String(e)))
    })
  })
  return { done, cancel }
}

let rescuer: Held | null = null

/** What could make a measure easier for a seat. */
export const findRescues = (request: WeighRequest, seat: Seat, index: number): Promise<Rescue[]> => {
  rescuer ??= start()
  return rescuer.remote.rescues(request, seat, index)
}
