'use client'

import { useEffect, useRef, useState } from 'react'
import type { Scored, SearchSpace } from '@/core/seats/search'
import { useDesk, useDeskStore } from '../desk/DeskProvider'
import { prepareSearch, runSearch, type Running } from './weigher'

export type SearchState = {
  readonly status: 'idle' | 'running' | 'done' | 'cancelled' | 'failed'
  readonly done: number
  readonly of: number
  /** The best setting of each key so far. */
  readonly found: readonly Scored[]
  /** Whether the piece or its settings have changed since. */
  readonly stale: boolean
  start(space: SearchSpace): void
  cancel(): void
}

type Inner = Omit<SearchState, 'stale' | 'start' | 'cancel'> & { readonly weighed: unknown }
const IDLE: Inner = { status: 'idle', done: 0, of: 1, found: [], weighed: null }

/** The search of this desk: started, watched and cancelled here, run in a worker. */
export function useSearch(): SearchState {
  const store = useDeskStore()
  const plan = useDesk((d) => d.plan)
  const [state, setState] = useState<Inner>(IDLE)
  const running = useRef<Running | null>(null)
  useEffect(() => {
    prepareSearch()
    return () => running.current?.cancel()
  }, [])
  const cancel = () => {
    running.current?.cancel()
    running.current = null
    setState((s) => (s.status === 'running' ? { ...s, status: 'cancelled' } : s))
  }
  const start = (space: SearchSpace) => {
    running.current?.cancel()
    const { piece, plan: now, klass } = store.getState()
    setState({ ...IDLE, status: 'running', of: space.signatures.length, weighed: now })
    const mine = runSearch({ piece, plan: now, klass }, space, (found, done, of) =>
      setState((s) => (running.current === mine ? { ...s, done, of, found: found[0] ? [...s.found, found[0]] : s.found } : s)),
    )
    running.current = mine
    mine.done.then(
      () => setState((s) => (running.current === mine && s.status === 'running' ? { ...s, status: 'done' } : s)),
      () => setState((s) => (running.current === mine ? { ...s, status: 'failed' } : s)),
    )
  }
  return { ...state, stale: state.weighed !== null && state.weighed !== plan, start, cancel }
}
