'use client'

import { createContext, useContext } from 'react'
import { useStore } from 'zustand'
import type { RunRow } from '@/core/plan/run'
import { useDeskStore } from '@/ui/session/DeskProvider'
import { practiseOf } from '@/ui/session/practiser'
import { lessonOf, type Lesson } from './lesson'

/** What is run instead of the lesson of the desk: its warm-up. */
export const RunInstead = createContext<ReturnType<typeof lessonOf> | null>(null)

/** The lesson of the desk, or what is run instead, and all that can be done to it. */
export const useLessonStore = (): ReturnType<typeof lessonOf> => {
  const desk = useDeskStore()
  return useContext(RunInstead) ?? lessonOf(desk)
}

/** The rows that are run, as they stand now. */
export function useRunRows(): readonly RunRow[] {
  const desk = useDeskStore()
  // Drawn again when what the rows are made from has changed.
  useStore(desk, (d) => d.plan.run.rows)
  useStore(practiseOf(desk), (p) => p.today)
  return useLessonStore().rows()
}

/** Reads from the lesson; drawn again only when what it reads has changed. */
export const useLesson = <T>(read: (l: Lesson) => T): T => useStore(useLessonStore(), read)
