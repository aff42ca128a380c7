'use client'

import { createStore } from 'zustand/vanilla'
import type { WarmupSettled } from '@/core/plan/settled'
import { keptWorker } from '@/ui/kit/workerClient'
import type { DeskStore } from './deskStore'
import type { DrillMusic, Practiser, PractiseRequest, StockInfo, TodayInfo } from '@/workers/protocol'

const worker = keptWorker<Practiser>(() => new Worker(new URL('../../workers/practise.worker.ts', import.meta.url), { type: 'module' }))

/** What the practising worker has made ready last, by its number and what it was asked with. */
let ready: { number: number; request: PractiseRequest; stock: Promise<StockInfo> } | null = null
let count = 0

/** What is settled of a lesson changes no drill: they are made once for what they are made from. */
const OF_LESSONS: ReadonlySet<keyof PractiseRequest['plan']> = new Set(['warmup', 'run'])
const same = (a: PractiseRequest, b: PractiseRequest): boolean =>
  a.piece === b.piece &&
  a.klass === b.klass &&
  a.stretch?.from === b.stretch?.from &&
  a.stretch?.to === b.stretch?.to &&
  (Object.keys(a.plan) as (keyof PractiseRequest['plan'])[]).every((k) => OF_LESSONS.has(k) || a.plan[k] === b.plan[k])

/** What can be practised of a piece; made once for what it is made from. */
export function stockFor(request: PractiseRequest): Promise<StockInfo> {
  if (ready && same(ready.request, request)) return ready.stock
  const number = ++count
  const stock = worker.ask((w) => w.prepare(number, request))
  ready = { number, request, stock }
  // What has failed is asked for again.
  stock.catch(() => {
    if (ready?.number === number) ready = null
  })
  return stock
}

/** Asks about what is ready; makes it ready again where the worker has been stopped meanwhile. */
async function ask<T>(
  request: PractiseRequest,
  question: (w: Parameters<Parameters<typeof worker.ask>[0]>[0], number: number) => Promise<T | null>,
): Promise<T | null> {
  await stockFor(request)
  const first = ready && (await worker.ask((w) => question(w, ready!.number)))
  if (first) return first
  ready = null
  await stockFor(request)
  return ready ? worker.ask((w) => question(w, ready!.number)) : null
}

export const todayFor = (request: PractiseRequest, settled: WarmupSettled): Promise<TodayInfo | null> =>
  ask(request, (w, n) => w.today(n, settled))

export const musicFor = (request: PractiseRequest, ids: readonly string[], settled: WarmupSettled): Promise<DrillMusic[] | null> =>
  ask(request, (w, n) => w.music(n, ids, settled))

/** What a desk practises: what can be, what is today, and the one that is looked at. */
export type Practise = {
  readonly stock: StockInfo | null
  readonly today: TodayInfo | null
  /** The drill or step that is looked at, by id; null: the first of today. */
  readonly picked: string | null
  readonly music: DrillMusic | null
  readonly failed: boolean
}
const NOTHING: Practise = { stock: null, today: null, picked: null, music: null, failed: false }

type PractiseStore = ReturnType<typeof newStore>
const newStore = () => createStore<Practise>(() => NOTHING)
const stores = new WeakMap<DeskStore, PractiseStore>()

/** What a desk practises; the list, the drill and the panel beside it read the same. */
export function practiseOf(desk: DeskStore): PractiseStore {
  const known = stores.get(desk)
  if (known) return known
  const made = newStore()
  stores.set(desk, made)
  return made
}
