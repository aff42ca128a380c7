'use client'

import { useEffect, useRef, useState } from 'react'
import { USUAL_SPACE, type Scored, type SearchSpace } from '@/core/balance/search'
import { useDesk, useDeskStore } from '@/ui/session/DeskProvider'
import { prepareSearch, runSearch, type Running } from './weigher'

type SearchState = {
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

/** How often what a search has found is shown, in milliseconds: drawing the page takes the cores from it. */
const SHOWN_EVERY = 300

type Inner = Omit<SearchState, 'stale' | 'start' | 'cancel'> & { readonly weighed: unknown }
const IDLE: Inner = { status: 'idle', done: 0, of: 1, found: [], weighed: null }

/** The search of this desk: started, watched and cancelled here, run in a worker. */
export function useSearch(): SearchState {
  const store = useDeskStore()
  const plan = useDesk((d) => d.plan)
  const [state, setState] = useState<Inner>(IDLE)
  const running = useRef<Running | null>(null)
  useEffect(() => {
    const { piece, plan: now, klass } = store.getState()
    prepareSearch({ piece, plan: now, klass, space: USUAL_SPACE })
    return () => running.current?.cancel()
  }, [store])
  const cancel = () => {
    running.current?.cancel()
    running.current = null
    setState((s) => (s.status === 'running' ? { ...s, status: 'cancelled' } : s))
  }
  const start = (space: SearchSpace) => {
    running.current?.cancel()
    const { piece, plan: now, klass } = store.getState()
    setState({ ...IDLE, status: 'running', of: space.signatures.length, weighed: now })
    let done = 0
    const all: Scored[] = []
    const show = (status: SearchState['status']) =>
      setState((s) => {
        const over = running.current !== mine || s.status !== 'running'
        return over || (s.status === status && s.done === done) ? s : { ...s, status, done, found: [...all] }
      })
    const mine = runSearch({ piece, plan: now, klass, space }, (found) => {
      done++
      if (found[0]) all.push(found[0])
      // The first is shown at once.
      if (done === 1) show('running')
    })
    running.current = mine
    const shown = setInterval(() => show('running'), SHOWN_EVERY)
    mine.done
      .then(
        () => show('done'),
        () => show('failed'),
      )
      .finally(() => clearInterval(shown))
  }
  return { ...state, stale: state.weighed !== null && state.weighed !== plan, start, cancel }
}
