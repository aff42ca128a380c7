'use client'

import { wrap, type Remote } from 'comlink'
import type { Seat } from '@/core/hands/instruments'
import type { Rescue } from '@/core/seats/rescue'
import { nearestFirst, type Scored } from '@/core/seats/search'
import type { SearchRequest, Weigher, WeighRequest } from '@/workers/protocol'

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

/** A search under way. `done` settles when it has ended, by itself or cancelled; it is rejected when a worker fails. */
export type Running = { readonly done: Promise<void>; cancel(): void }

/** Called after each key with what it came to, best first. */
export type OnKey = (found: Scored[]) => void

/** How many workers share a search: the machine's cores, at most this many. */
const MOST_WORKERS = 2

/** Workers that have nothing to do: started before they are needed, and kept after a search. */
const idle: Held[] = []

/** Keys that a new worker weighs for practice: its first take four times as long as later ones, while its code is compiled. */
const PRACTICE = 4

/** Starts what a search will need and lets it practise on this request, so that the search need not wait for that. */
export function prepareSearch(request: SearchRequest): void {
  const practise = async (held: Held): Promise<void> => {
    await held.remote.prepare(request)
    for (const fifths of nearestFirst(request.piece, request.space.signatures).slice(0, PRACTICE)) {
      // Somebody wants a search now.
      if (!idle.includes(held)) return
      await held.remote.find(fifths)
    }
  }
  while (idle.length < MOST_WORKERS) {
    const held = start()
    idle.push(held)
    // A worker that cannot practise cannot search either; whoever searches with it is told.
    practise(held).catch(() => {})
  }
}

/** Searches keys and octaves in workers that take the keys one by one, the nearest first. */
export function runSearch(request: SearchRequest, onKey: OnKey): Running {
  const keys = nearestFirst(request.piece, request.space.signatures)
  const count = Math.min(MOST_WORKERS, navigator.hardwareConcurrency || 1, keys.length)
  const all = Array.from({ length: count }, () => idle.pop() ?? start())
  let over = false
  const share = async (held: Held): Promise<void> => {
    await held.remote.prepare(request)
    for (let next = keys.shift(); next !== undefined && !over; next = keys.shift()) {
      const found = await held.remote.find(next)
      if (!over) onKey(found)
    }
    // Another search may have started others meanwhile.
    if (idle.length < MOST_WORKERS) idle.push(held)
    else held.worker.terminate()
  }
  let cancel = () => {}
  const cancelled = new Promise<void>((resolve) => {
    cancel = () => {
      over = true
      resolve()
    }
  })
  const whole = Promise.all(all.map(share)).then(() => {})
  const done = Promise.race([whole, cancelled, ...all.map((h) => h.failed)]).catch((e: unknown) => {
    over = true
    all.forEach(({ worker }) => worker.terminate())
    throw e
  })
  return { done, cancel }
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
