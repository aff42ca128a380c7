'use client'

import { useEffect } from 'react'
import { pickedNotes, type DeskStore } from './deskStore'

/** The keys of the desk, as the list under `?` shows them. */
export const KEYS: readonly (readonly [string, string])[] = [
  ['← →', 'moment before, after'],
  ['Ctrl ← →', 'measure before, after'],
  ['↑ ↓', 'seat above, below'],
  ['0 – 4', 'pin this finger at the picked note'],
  ['letter of a string', 'pin the note to that string'],
  ['Delete', 'lift the pin'],
  ['. ,', 'next spot, spot before'],
  ['/', 'go to a measure'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Shift Z', 'redo'],
  ['?', 'this list'],
]

type Outside = { find: () => void; help: () => void }

/** Keys of the desk; what is typed into a field stays there, and arrows inside a menu are the menu's. */
export function useDeskKeys(store: DeskStore, { find, help }: Outside): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const target = e.target as HTMLElement
      if (target.closest('input, textarea, select, [role=menu], [role=dialog], [role=radiogroup]')) return
      const d = store.getState()
      const control = e.ctrlKey || e.metaKey
      const run = (): boolean => {
        if (control && e.key.toLowerCase() === 'z') return e.shiftKey ? (d.redo(), true) : (d.undo(), true)
        if (control && e.key.toLowerCase() === 'y') return (d.redo(), true)
        if (e.key === 'ArrowLeft') return (control ? measure(-1) : d.step(-1), true)
        if (e.key === 'ArrowRight') return (control ? measure(1) : d.step(1), true)
        if (control || e.altKey) return false
        if (e.key === 'ArrowUp') return (d.stepSeat(-1), true)
        if (e.key === 'ArrowDown') return (d.stepSeat(1), true)
        if (/^[0-4]$/.test(e.key)) return (d.pinFinger(Number(e.key)), true)
        if (/^[a-g]$/i.test(e.key)) return (d.pinString(e.key.toUpperCase()), true)
        if (e.key === 'Delete' || e.key === 'Backspace') {
          const note = pickedNotes(d, d.seat)[0]
          if (note) d.lift(d.seat, note)
          return true
        }
        if (e.key === '.') return (d.nextSpot(), true)
        if (e.key === ',') return (d.nextSpot(-1), true)
        if (e.key === '/') return (find(), true)
        if (e.key === '?') return (help(), true)
        return false
      }
      const measure = (by: number) => {
        const at = d.timeline[d.moment]?.first.at.index ?? 0
        const wanted = at + by
        const moment = d.timeline.findIndex((b) => b.first.at.index === wanted)
        if (moment >= 0) d.pick(moment)
      }
      if (run()) e.preventDefault()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [store, find, help])
}
