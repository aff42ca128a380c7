'use client'

import type { Fits } from '@/core/composing/fit'
import type { SecondOffers } from '@/core/composing/offers'
import type { SeatId } from '@/core/seats/seat'
import type { Rescue } from '@/core/balance/rescue'
import { nearestFirst, type Scored } from '@/core/balance/search'
import { clientOf, keptWorker, type Client } from '@/ui/kit/workerClient'
import type { FitRequest, SearchRequest, Weigher, WeighRequest } from '@/workers/protocol'

/** A weighing worker, and what it is prepared for. */
type Held = Client<Weigher> & { prepared: SearchRequest | null }

const worker = (): Worker => new Worker(new URL('../../../workers/weigh.worker.ts', import.meta.url), { type: 'module' })

const same = (a: SearchRequest, b: SearchRequest): boolean =>
  a.piece === b.piece && a.plan === b.plan && a.klass === b.klass && JSON.stringify(a.space) === JSON.stringify(b.space)

/** What has been asked of one request, by key, answered or not: the same question is not asked twice. */
type Asked = { readonly request: SearchRequest; readonly found: Map<number, Promise<Scored[]>> }

/** The last request that was searched, or begun ahead. */
let asked: Asked | null = null

function askedOf(request: SearchRequest): Asked {
  if (!asked || !same(asked.request, request)) asked = { request, found: new Map() }
  return asked
}

/** Lets a worker take keys from a list that others may take from too, until it is empty or nobody wants them any more. */
async function takeKeys(held: Held, { request, found }: Asked, keys: number[], wanted: () => boolean, onKey: OnKey = () => {}) {
  // A long piece takes a while to cross and to be checked.
  if (!held.prepared || !same(held.prepared, request)) {
    held.prepared = null
    await held.remote.prepare(request)
    held.prepared = request
  }
  while (keys.length > 0 && wanted()) {
    const key = keys.shift()!
    const answer = held.remote.find(key)
    found.set(key, answer)
    onKey(await answer)
  }
}

/** A search under way. `done` settles when it has ended, by itself or cancelled; it is rejected when a worker fails. */
export type Running = { readonly done: Promise<void>; cancel(): void }

/** Called after each key with what it came to, best first. */
export type OnKey = (found: Scored[]) => void

/** How many workers share a search at most; one core is left to the page, which else waits for them and they for it. */
const MOST_WORKERS = 3
const workers = (): number => Math.max(1, Math.min(MOST_WORKERS, (navigator.hardwareConcurrency || 1) - 1))

/** Workers that have nothing to do for a search: started before they are needed, and kept afterwards. */
const idle: Held[] = []

/** Every worker that searches or may, so that whoever waits for an answer hears when one breaks. */
const living = new Set<Held>()
function startOne(): Held {
  const held: Held = { ...clientOf<Weigher>(worker()), prepared: null }
  living.add(held)
  return held
}
function end(held: Held): void {
  living.delete(held)
  held.end()
}

/** Keys that are found ahead of a search. */
const AHEAD = 8

/**
 * Starts the workers and lets them begin with the nearest keys while the page is read. A search then has these, and
 * workers that have practised: their first keys take four times as long as later ones, while their code is compiled.
 */
export function prepareSearch(request: SearchRequest): void {
  while (idle.length < workers()) idle.push(startOne())
  // Asked for already, when the page is opened again.
  if (asked && same(asked.request, request)) return
  const mine = askedOf(request)
  const keys = nearestFirst(request.piece, request.space.signatures).slice(0, AHEAD)
  // A worker that fails here fails whoever searches with it, and that one is told.
  for (const held of idle) takeKeys(held, mine, keys, () => idle.includes(held) && asked === mine).catch(() => {})
}

/** Searches keys and octaves in workers that take the keys one by one, the nearest first. */
export function runSearch(request: SearchRequest, onKey: OnKey): Running {
  const mine = askedOf(request)
  const keys = nearestFirst(request.piece, request.space.signatures).filter((k) => !mine.found.has(k))
  const all = Array.from({ length: Math.min(workers(), keys.length) }, () => idle.pop() ?? startOne())
  let over = false
  const tell: OnKey = (found) => {
    if (!over) onKey(found)
  }
  const known = [...mine.found.values()].map((answer) => answer.then(tell))
  const share = async (held: Held): Promise<void> => {
    await takeKeys(held, mine, keys, () => !over, tell)
    // Another search may have started others meanwhile.
    if (idle.length < workers()) idle.push(held)
    else end(held)
  }
  let cancel = () => {}
  const cancelled = new Promise<void>((resolve) => {
    cancel = () => {
      over = true
      resolve()
    }
  })
  const whole = Promise.all([...known, ...all.map(share)]).then(() => {})
  const done = Promise.race([whole, cancelled, ...[...living].map((h) => h.failed)]).catch((e: unknown) => {
    over = true
    // What they have not answered they never will.
    asked = null
    idle.length = 0
    living.forEach(end)
    throw e
  })
  return { done, cancel }
}

const rescuer = keptWorker<Weigher>(worker)

/** What could make a measure easier for a seat. */
export const findRescues = (request: WeighRequest, seat: SeatId, index: number): Promise<Rescue[]> =>
  rescuer.ask((w) => w.rescues(request, seat, index))

/** Whether another line fits the first of the piece. */
export const findFit = (request: WeighRequest, other: FitRequest): Promise<Fits> => rescuer.ask((w) => w.fit(request, other))

/** Lines that fit the tune, made for a seat in the same worker. */
export const findSeconds = (request: WeighRequest, seat: SeatId): Promise<SecondOffers> => rescuer.ask((w) => w.seconds(request, seat))
