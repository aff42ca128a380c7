/** What stood before a step, and what the step was, in words. */
export type DoneStep<S> = { readonly state: S; readonly said: string }

/** What undo goes back to and redo on to, the nearest last and first. */
export type History<S> = { readonly past: readonly DoneStep<S>[]; readonly future: readonly DoneStep<S>[] }

export const NO_HISTORY = { past: [], future: [] } as const

/** One step more, made on `state`; what had been undone is no longer there to be done again. */
export const withStep = <S>({ past }: History<S>, state: S, said: string): History<S> => ({ past: [...past, { state, said }], future: [] })

/** The way back by one step from `now`; null when there is none. `said` is the step that is taken back. */
export function back<S>(
  { past, future }: History<S>,
  now: S,
): { readonly to: S; readonly said: string; readonly history: History<S> } | null {
  const last = past.at(-1)
  if (!last) return null
  return { to: last.state, said: last.said, history: { past: past.slice(0, -1), future: [{ state: now, said: last.said }, ...future] } }
}

/** The way on again by one step from `now`; null when nothing has been undone. */
export function forth<S>(
  { past, future }: History<S>,
  now: S,
): { readonly to: S; readonly said: string; readonly history: History<S> } | null {
  const [next, ...later] = future
  if (!next) return null
  return { to: next.state, said: next.said, history: { past: [...past, { state: now, said: next.said }], future: later } }
}
