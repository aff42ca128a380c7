'use client'

import { useEffect } from 'react'
import { runOf, TAKEN, type KeyRow } from '@/ui/kit/keys'
import type { rehearsalOf } from '@/ui/rehearse/rehearse'
import { useRehearsalStore } from '@/ui/rehearse/useRehearsal'

type Rehearsal = ReturnType<typeof rehearsalOf>

/** Keys of playing, also those that a foot pedal sends. They come before those of the desk. */
export const REHEARSE_KEYS: readonly KeyRow<Rehearsal>[] = [
  {
    keys: 'Space, PageDown',
    words: 'in Rehearse: play, stop (a foot pedal sends PageDown)',
    run: { ' ': (r) => r.toggle(), PageDown: (r) => r.toggle() },
  },
  { keys: 'PageUp', words: 'in Rehearse: again from the beginning of the passage', run: { PageUp: (r) => r.again() } },
]
/** While it plays. */
export const PLAYING_KEYS: readonly KeyRow<Rehearsal>[] = [
  {
    keys: '← →',
    words: 'while it plays: a measure back, a measure on',
    run: { ArrowLeft: (r) => r.goOn(-1), ArrowRight: (r) => r.goOn(1) },
  },
  { keys: 'x', words: 'while it plays: a slip, a step slower on the ladder', run: { x: (r) => r.slip() } },
]

/** Space on a button presses it. */
const PRESSED = 'button, a, summary, [role=radio]'

/** The keys of playing, as long as the step is open. */
export function useRehearseKeys(): void {
  const rehearsal = useRehearsalStore()
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const on = e.target as HTMLElement
      if (on.closest(TAKEN) || (e.key === ' ' && on.closest(PRESSED))) return
      const run = runOf(REHEARSE_KEYS, e) ?? (rehearsal.getState().playing ? runOf(PLAYING_KEYS, e) : null)
      if (!run) return
      run(rehearsal)
      e.preventDefault()
      e.stopPropagation()
    }
    // On the way down: the desk would take the arrows first.
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  }, [rehearsal])
}
