'use client'

import { useEffect } from 'react'
import { PRESSED, actOf, TAKEN, type KeyRow } from '@/ui/kit/keys'
import { isOn } from '@/core/practice/lessonRun'
import type { lessonOf } from '@/ui/rehearse/lesson'
import { rehearsalOf } from '@/ui/rehearse/rehearse'
import { useLessonStore } from '@/ui/rehearse/useLesson'
import { useRehearsalStore } from '@/ui/rehearse/useRehearsal'

type Rehearsal = ReturnType<typeof rehearsalOf>
type Lesson = ReturnType<typeof lessonOf>

/** Keys of playing, also those that a foot pedal sends. They come before those of the desk. */
export const REHEARSE_KEYS: readonly KeyRow<Rehearsal>[] = [
  {
    keys: 'Space, PageDown',
    words: 'in Rehearse: play, stop (a foot pedal sends PageDown)',
    run: { ' ': (r) => r.toggle(), PageDown: (r) => r.toggle() },
  },
  { keys: 'PageUp', words: 'in Rehearse: back to the start of the passage', run: { PageUp: (r) => r.again() } },
]
/** While it plays. */
export const PLAYING_KEYS: readonly KeyRow<Rehearsal>[] = [
  {
    keys: '← →',
    words: 'while it plays: one measure back, one on',
    run: { ArrowLeft: (r) => r.goOn(-1), ArrowRight: (r) => r.goOn(1) },
  },
  { keys: 'x', words: 'while it plays: a slip, one step slower on the ladder', run: { x: (r) => r.slip() } },
]

/** While a lesson runs. */
export const LESSON_KEYS: readonly KeyRow<Lesson>[] = [
  {
    keys: 'Space, PageDown',
    words: 'in a lesson or warm-up: go on, finish a step, stop',
    run: { ' ': (l) => l.go(), PageDown: (l) => l.go() },
  },
  { keys: 'PageUp', words: 'in a lesson or warm-up: this row again', run: { PageUp: (l) => l.again() } },
  {
    keys: 'Ctrl ← →',
    words: 'in a lesson or warm-up: row before, next row',
    run: { 'Control+ArrowLeft': (l) => l.back(), 'Control+ArrowRight': (l) => l.skip() },
  },
  {
    keys: 'c x',
    words: 'in a lesson or warm-up: record clean, record a slip',
    run: { c: (l) => l.tap(true), x: (l) => l.tap(false) },
  },
]

/** A row that is being moved in a list has the keys. */
const MOVED = '[aria-roledescription=sortable]'

/** Whether a key is somebody else's: of a field, a button, a row that is moved. */
const isTaken = (e: KeyboardEvent): boolean => {
  const on = e.target as HTMLElement
  return on.closest(TAKEN) !== null || on.closest(MOVED) !== null || (e.key === ' ' && on.closest(PRESSED) !== null)
}

/** The keys of what runs row by row, as long as it does. */
export function useRunKeys(lesson: Lesson): void {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const run = isOn(lesson.getState()) && !isTaken(e) ? actOf(LESSON_KEYS, e) : null
      if (!run) return
      run(lesson)
      e.preventDefault()
      e.stopPropagation()
    }
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  }, [lesson])
}

/** The keys of playing, as long as the step is open. */
export function useRehearseKeys(): void {
  const piece = useRehearsalStore()
  const lesson = useLessonStore()
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (isTaken(e)) return
      // In a lesson what plays may be a drill on a desk of its own.
      const { stage } = lesson.getState()
      const rehearsal = stage ? rehearsalOf(stage) : piece
      const ofLesson = isOn(lesson.getState()) ? actOf(LESSON_KEYS, e) : null
      const run = actOf(REHEARSE_KEYS, e) ?? (rehearsal.getState().playing ? actOf(PLAYING_KEYS, e) : null)
      if (ofLesson) ofLesson(lesson)
      else if (run) run(rehearsal)
      else return
      e.preventDefault()
      e.stopPropagation()
    }
    // On the way down: the desk would take the arrows first.
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  }, [piece, lesson])
}
